import { lifeFaultOf, type LifeFaultId } from '../../faultTests/index.ts';
import { NITROGEN_IN_FISH, airPumpsOf, heatersOf } from '../../life/index.ts';
import { say } from '../../quantity/index.ts';
import { ALKALINITY, CARBON, bicarbonate } from '../../season/model.ts';
import { homeVolume } from '../stress.ts';
import { firstOf } from '../basis.ts';
import { newTapWater } from '../newWater.ts';
import { SALTS, addWater, lose } from '../waters.ts';
import { definePracticeFault, type PracticeFault } from './definition.ts';

/** Faults of feed, water, warmth and what lives. */

/** What is known of a fault by its fault test in the design. */
const tested = (id: LifeFaultId) => ({ advice: lifeFaultOf(id).advice, lifeFaultTest: id });
const anyFish = (g: { hasFish: boolean }) => (g.hasFish ? ['system'] : []);

export const airStops = definePracticeFault({
  id: 'air-pump-stops',
  name: () => 'The air pump has stopped',
  places: (g) => (g.hasFish ? firstOf(airPumpsOf(g.system)) : []),
  needs: 'fish and an air pump',
  effects: (strength) => ({ air: 1 - strength }),
  cures: ['mend-air'],
  ...tested('air-pump-stops'),
});

/** So many days’ feed at once, most of it uneaten. */
const OVERFED = 3;
export const overfed = definePracticeFault({
  id: 'overfeeding',
  name: () => 'Someone gave three days’ feed at once',
  places: anyFish,
  needs: 'fish',
  strike: (g, s) => void (s.rot += OVERFED * g.life.feed),
  cures: ['net-feed'],
  ...tested('overfeeding'),
});

export const deadFishPractice = definePracticeFault({
  id: 'dead-fish',
  name: () => 'A fish died under the pump and is rotting',
  places: anyFish,
  needs: 'fish',
  strike: (g, s) => {
    const [group] = g.groups;
    const shoal = s.shoals.find((x) => x.id === group?.id);
    if (!group || !shoal || shoal.alive < 1) return;
    shoal.alive -= 1;
    s.deadNitrogen += group.meanMass * NITROGEN_IN_FISH;
  },
  mustCure: true,
  cures: ['take-out-dead'],
  ...tested('dead-fish'),
});

/** Share of the fish’s water that was replaced at once. */
const REPLACED = 0.15;
export const untreated = definePracticeFault({
  id: 'tap-untreated',
  name: (g) =>
    g.system.site.tap.chlorine === 'chloramine'
      ? 'Someone changed water with untreated tap water that contains chloramine'
      : 'Someone changed water with untreated tap water that contains chlorine',
  places: (g) => (g.hasFish && g.system.site.tap.chlorine !== 'none' ? ['system'] : []),
  needs: 'fish and tap water with chlorine',
  strike: (g, s) => {
    // As much was taken out before: the vessel is no fuller than it was.
    lose(s.bodies[0], REPLACED);
    addWater(s.bodies[0], REPLACED * homeVolume(g, s), newTapWater(g, s.temperature, true));
  },
  cures: ['thiosulphate'],
  ...tested('tap-untreated'),
});

/** What is left of the alkalinity after months without buffer. */
const USED_UP = 0.06;
export const sour = definePracticeFault({
  id: 'ph-crash',
  name: () => 'The alkalinity is used up and the pH falls',
  places: anyFish,
  needs: 'fish',
  strike: (_, s) => {
    for (const body of s.bodies) {
      const was = body[ALKALINITY]!;
      body[ALKALINITY] = was * USED_UP;
      // Carbon dioxide of what breathes stays in the water.
      body[CARBON] = Math.max(
        body[CARBON]! - bicarbonate(was - body[ALKALINITY]),
        body[CARBON]! * 0.12,
      );
    }
  },
  cures: ['bicarbonate'],
  ...tested('ph-crash'),
});

export const heaterFails = definePracticeFault({
  id: 'heater-fails',
  name: () => 'The heater has failed',
  places: (g) => firstOf(heatersOf(g.system)),
  needs: 'a heater',
  effects: () => ({ heater: 'off' }),
  cures: ['new-heater'],
  ...tested('heater-fails'),
});

export const heaterStuckPractice = definePracticeFault({
  id: 'heater-stuck',
  name: () => 'The heater does not switch off',
  places: (g) => firstOf(heatersOf(g.system)),
  needs: 'a heater',
  effects: () => ({ heater: 'stuck' }),
  cures: ['new-heater', 'unplug-heater'],
  ...tested('heater-stuck'),
});

export const heat = definePracticeFault({
  id: 'heat-wave',
  name: () => 'A heat wave',
  places: (g) => (g.system.site.kind === 'indoor' ? [] : ['system']),
  needs: 'a place outdoors or under glass',
  effects: (strength) => ({ heat: 8 * strength }),
  lasts: 4 * 86_400,
  cures: [],
  advice: say`Shade tank and glass before the summer, and run the air pump all night.`,
});

/** Pests double in so many hours where nobody picks them. Practice. */
const DOUBLING = 20;
const FIRST_PESTS = 0.1;
export const pests = definePracticeFault({
  id: 'pests',
  name: () => 'New plants brought aphids',
  places: (g) => (g.plants.length ? ['system'] : []),
  needs: 'plants',
  strike: (_, s) => void (s.pests = Math.max(s.pests, FIRST_PESTS)),
  goesOn: (_, s, __, hours) => {
    s.pests = Math.min(1, s.pests * 2 ** (hours / DOUBLING));
  },
  cures: ['pick-leaves'],
  advice: say`Put new plants in quarantine for two weeks and look at their leaves from below.`,
});

/** How much too strong it was mixed. */
const TOO_STRONG = 1.7;
export const strong = definePracticeFault({
  id: 'mixed-too-strong',
  name: () => 'Someone dosed the solution twice',
  places: (g) => (g.system.solution && !g.hasFish ? ['system'] : []),
  needs: 'a nutrient solution',
  strike: (_, s) => {
    for (const body of s.bodies) body[SALTS]! *= TOO_STRONG;
  },
  cures: ['change-water'],
  advice: say`Log each dose when you add it, and measure the EC before the next.`,
});

export const PRACTICE_LIFE_FAULTS: readonly PracticeFault[] = [
  airStops,
  overfed,
  deadFishPractice,
  untreated,
  sour,
  heaterFails,
  heaterStuckPractice,
  heat,
  pests,
  strong,
];
