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
        'Use food-grade containers and pipes. Check used ones for cracks. Never cut a drum that held flammable or unknown contents.',
    },
    {
      id: 'weight',
      stage: 'place',
      sentence:
        'Water weighs one kilogram per litre. Secure tall stands against tipping. Ask a structural engineer or the building’s manager what a floor, balcony or roof can carry.',
    },
    {
      id: 'electricity',
      stage: 'place',
      sentence:
        system.site.outletProtected === true
          ? 'Make a drip loop in every cable and keep plugs above the highest water. Unplug before you put your hands in. Low voltage is safer.'
          : 'Use an outlet with a residual-current device (RCD or GFCI), fitted by a licensed electrician. Make a drip loop in every cable and keep plugs above the highest water. Unplug before you put your hands in.',
    },
    {
      id: 'second-look',
      stage: 'drain',
      sentence:
        'Test with water before you add the media, outdoors first. Look for leaks for twenty minutes, then block the drain, then cut the power. Rinse dusty media wet.',
    },
  ];
  if (fish) {
    out.splice(2, 0, {
      id: 'metals',
      stage: 'vessels',
      sentence:
        'Use no galvanised steel, copper, brass, lead or treated timber in fish water. Zinc and copper kill fish, most of all in soft, acidic water.',
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
      'Where small children live, cover or fence open water, leave nothing to climb on beside it, and lock chemicals away.',
    );
  if (near.pets === true || near.rodents === true)
    add(
      'animals',
      'place',
      'Keep pets, birds and rodents away from water and beds with lids and nets. Close the feed. Wash what you eat raw.',
    );
  if (near.sleepers === true)
    add(
      'sleepers',
      'place',
      'A siphon gurgles and an air pump hums all night. Use rubber feet and a bend in the drain. Place the air pump on a shelf above the water level.',
    );
  if (system.site.floor === 'balcony' || system.site.floor === 'roof')
    add(
      'spill',
      'place',
      'A leak reaches whoever lives below. Test outdoors first, put a tray with a drain under the system, and ask the building’s manager before you fill it.',
    );
  if (fish) {
    add(
      'law',
      'life',
      'Check whether the species is allowed where you live. Never release fish, shrimp or plants. Ask a vet about disease. Follow the local rules for slaughter.',
    );
    add(
      'hands',
      'life',
      'Wash hands and produce. Wear gloves over broken skin or with a weak immune system. Do not eat treated fish before the medicine’s waiting time has passed.',
    );
  }
  add(
    'tools',
    'build',
    'Wear eye and hearing protection when you saw and drill. Clamp the work. Lift heavy parts with two people.',
  );
  add(
    'cement',
    'build',
    'Use solvent cement and primer in fresh air, with gloves and away from flames. Let them cure fully before fish go in.',
  );
  add(
    'chemicals',
    'life',
    'Wear gloves and eye protection with acids, lime and carbonates. Add the chemical to water, never water to the chemical. Never mix two. Lock them away.',
  );
  return out;
}
