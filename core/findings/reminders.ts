import type { SystemDocument } from '../system/index.ts';
import { fishIn } from '../system/index.ts';
import type { Reminder } from './types.ts';

/** Cautions that belong to a system: short, calm, once, at the place of the decision. */
export function remindersOf(system: SystemDocument): Reminder[] {
  const fish = system.vessels.some((v) => fishIn(system, v.id).count > 0);
  const out: Reminder[] = [
    {
      id: 'food-grade',
      stage: 'vessels',
      sentence:
        'Containers and pipes are food grade. Check found ones for cracks; never cut a drum that held flammable or unknown contents.',
    },
    {
      id: 'weight',
      stage: 'place',
      sentence:
        'Water weighs a kilogram a litre. Keep tall stands from tipping and racking; a structural engineer or the building’s manager says what a floor, balcony or roof carries.',
    },
    {
      id: 'electricity',
      stage: 'place',
      sentence:
        system.site.outletProtected === true
          ? 'Drip loop in every cable, plugs above the highest water, unplug before hands go in. Low voltage is safer.'
          : 'Plug the pump into an outlet behind a residual-current device (RCD or GFCI) fitted by a licensed electrician. Drip loop in every cable, plugs above the highest water, unplug before hands go in.',
    },
    {
      id: 'second-look',
      stage: 'drain',
      sentence:
        'Test with water before the stones go in, outdoors first: no leak for twenty minutes, drain blocked, power off. Rinse dusty media wet.',
    },
  ];
  if (fish) {
    out.splice(2, 0, {
      id: 'metals',
      stage: 'vessels',
      sentence:
        'No galvanised steel, copper, brass, lead or treated timber in fish water: zinc and copper kill fish, worst in soft, acid water.',
    });
    out.push({
      id: 'open-water',
      stage: 'vessels',
      sentence:
        'An open tank near small children needs a cover or a fence; local law may require it.',
    });
  }
  const { near } = system.site;
  const add = (id: string, stage: Reminder['stage'], sentence: string) =>
    out.push({ id, stage, sentence });
  if (near.children === true)
    add(
      'children',
      'place',
      'Small children: a cover or a fence on open water, nothing to climb beside it, chemicals locked away.',
    );
  if (near.pets === true || near.rodents === true)
    add(
      'animals',
      'place',
      'Keep pets, birds and rodents off water and beds: lids, nets, no feed left open; wash what is eaten raw.',
    );
  if (near.sleepers === true)
    add(
      'sleepers',
      'place',
      'A siphon gurgles and an air pump hums all night: rubber feet, a bend in the drain, air pump on a shelf over the water line.',
    );
  if (system.site.floor === 'balcony' || system.site.floor === 'roof')
    add(
      'spill',
      'place',
      'A leak reaches whoever lives below: test outdoors first, a tray with an outlet under it, and ask the building’s manager before the first filling.',
    );
  if (fish) {
    add(
      'law',
      'life',
      'Check whether keeping the species is allowed where you live; never release fish, shrimp or plants. A vet for disease; kill by the local rules.',
    );
    add(
      'hands',
      'life',
      'Wash hands and produce. Weak immunity and broken skin: gloves. Fish treated with medicine are not eaten within their waiting time.',
    );
  }
  add(
    'tools',
    'build',
    'Eye and hearing protection at saw and drill, the work clamped, two people where it is heavy.',
  );
  add(
    'cement',
    'build',
    'Solvent cement and primer: fresh air, no flame, gloves, and cured to the end before fish.',
  );
  add(
    'chemicals',
    'life',
    'Acids, lime, carbonates: gloves and eye protection, chemical into water and never water into it, never two at once, locked away.',
  );
  return out;
}
