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
      stage: 'vessels',
      sentence:
        'Water weighs 1 kg a litre. Keep tall stands from tipping and racking; a structural engineer or the building’s manager says what a floor, balcony or roof carries.',
    },
    {
      id: 'electricity',
      stage: 'lift',
      sentence:
        system.site.outletProtected === true
          ? 'Drip loop in every cable, plugs above the highest water, unplug before hands go in. Low voltage is safer.'
          : 'Plug the pump into an outlet behind a residual-current device (RCD or GFCI) fitted by a licensed electrician. Drip loop in every cable, plugs above the highest water, unplug before hands go in.',
    },
    {
      id: 'second-look',
      stage: 'drain',
      sentence:
        'Test with water before the stones go in, outdoors first: no leak in 20 min, drain blocked, power off. Rinse dusty media wet.',
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
  return out;
}
