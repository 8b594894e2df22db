import { AIR_PUMPS, FISH, HEATERS } from '../../catalogue/index.ts';
import { feedOf, fishGroups, type Group } from '../../life/index.ts';
import { feed, litres, mm, power, say, share, temperature } from '../../quantity/index.ts';
import { isDrain, vesselOf, type Edit, type SystemDocument } from '../../system/index.ts';
import { adjustNumber, once, type Adjustment } from './adjustment.ts';

/** Changes of what lives in a system and of what keeps it alive. */

/** Fewer fish in a vessel, one by one of its largest group. */
export function fewerFish(s: SystemDocument, vessel: string): Adjustment[] {
  const group = heaviest(fishGroups(s).filter((g) => g.vessel === vessel));
  if (!group || group.count < 2) return [];
  const { id, count } = group;
  return [
    {
      id: `${id}-fewer`,
      count: count - 1,
      graded: true,
      edits: (k) => [{ at: `fish.${id}.count`, to: count - 1 - k }],
      label: (k) =>
        say`Keep ${String(count - 1 - k)} fish instead of ${String(count)}: give ${String(k + 1)} away`,
    },
  ];
}

const heaviest = (groups: readonly Group[]): Group | undefined =>
  groups.reduce<Group | undefined>((top, g) => (!top || g.mass > top.mass ? g : top), undefined);

/** More fish of the first group, one by one up to ten times as many. */
export function moreFish(s: SystemDocument, vessel: string): Adjustment[] {
  const group = heaviest(fishGroups(s).filter((g) => g.vessel === vessel));
  if (!group) return [];
  const { id, count } = group;
  return [
    {
      id: `${id}-more`,
      count: Math.max(10, 9 * count),
      graded: true,
      edits: (k) => [{ at: `fish.${id}.count`, to: count + 1 + k }],
      label: (k) => say`Add ${String(k + 1)} fish, ${String(count + 1 + k)} in total`,
    },
  ];
}

const PORTIONS = [0.9, 0.8, 0.7, 0.6, 0.5, 0.4, 0.3, 0.2, 0.1, 0];

/** A smaller ration for all fish of a vessel, in tenths of what they eat now. */
export function lessFeed(s: SystemDocument, vessel: string): Adjustment[] {
  const groups = fishGroups(s).filter((g) => g.vessel === vessel && g.feed > 0);
  const grams = groups.reduce((sum, g) => sum + g.feed, 0);
  const t = s.site.waterTemperature;
  if (!groups.length) return [];
  return [
    {
      id: `${vessel}-ration`,
      count: PORTIONS.length,
      graded: true,
      edits: (k) =>
        groups.map((g): Edit => {
          const now =
            feedOf(
              s.fish.find((f) => f.id === g.id)!,
              g.kind,
              t,
            ) /
            (1000 * g.mass);
          return { at: `fish.${g.id}.ration`, to: Math.round(now * PORTIONS[k]! * 1e5) / 1e5 };
        }),
      label: (k) =>
        PORTIONS[k] === 0
          ? say`Stop feeding for now`
          : say`Feed ${feed((grams * PORTIONS[k]!) / 1000)} instead of ${feed(grams / 1000)}`,
    },
  ];
}

/** An air pump with stones in a vessel, the smallest that does it; one that is there is exchanged. */
export function addAir(s: SystemDocument, vessel: string, backup = false): Adjustment[] {
  const v = vesselOf(s, vessel);
  const depth = Math.max(0.05, Math.round(Math.min(v.shape.height * 0.75, 1.2) * 20) / 20);
  const there = s.devices.find((d) => d.kind === 'air-pump' && d.vessel === vessel);
  const now = there?.kind === 'air-pump' ? there.flow : 0;
  const pumps = AIR_PUMPS.filter(
    (p) => p.deepest >= depth && (backup ? p.flow >= now : p.flow > now),
  );
  const id = there?.id ?? `air-${vessel}`;
  return pumps.length
    ? [
        {
          id: `${vessel}-air${backup ? '-backup' : ''}`,
          count: pumps.length,
          graded: true,
          edits: (k) => [
            {
              at: `devices.${id}`,
              to: {
                id,
                kind: 'air-pump',
                vessel,
                flow: pumps[k]!.flow,
                depth,
                power: pumps[k]!.power,
                backup: backup || (there?.kind === 'air-pump' && there.backup),
              },
            },
          ],
          label: (k) =>
            backup
              ? say`Add an air stone with ${litres(pumps[k]!.flow * 60)} of air a minute to “${v.name}”, with a battery backup`
              : say`Add an air stone with ${litres(pumps[k]!.flow * 60)} of air a minute to “${v.name}”`,
        },
      ]
    : [];
}

/** Ends of drains into a vessel higher up, so that the water falls further, in steps of 20 mm. */
export function longerFall(s: SystemDocument, vessel: string): Adjustment[] {
  const drains = s.paths.filter((p) => isDrain(p) && p.to === vessel && p.drop > 0.02);
  const main = drains.find((p) => p.kind !== 'standpipe') ?? drains[0];
  if (!main || !isDrain(main)) return [];
  return adjustNumber(
    s,
    `${main.id}-fall`,
    `paths.${main.id}.drop`,
    -0.02,
    (from, to) =>
      say`Raise the end of “${main.name}” by ${mm(from - to)}, so that the water falls further`,
  );
}

/** A heater in a vessel, the smallest that does it. */
export function addHeater(s: SystemDocument, vessel: string, setpoint: number): Adjustment[] {
  const v = vesselOf(s, vessel);
  const there = s.devices.find((d) => d.kind === 'heater' && d.vessel === vessel);
  const id = there?.id ?? `heater-${vessel}`;
  const stronger = HEATERS.filter((h) => h.power > (there?.power ?? 0));
  return [
    {
      id: `${vessel}-heater`,
      count: stronger.length,
      graded: true,
      edits: (k) => [
        {
          at: `devices.${id}`,
          to: { id, kind: 'heater', vessel, power: stronger[k]!.power, setpoint },
        },
      ],
      label: (k) =>
        say`Put a heater of ${power(stronger[k]!.power)} into “${v.name}”, set to ${temperature(setpoint)}, with a guard and always under water`,
    },
  ];
}

/** A lid on a vessel. */
export const addLid = (s: SystemDocument, vessel: string): Adjustment[] => {
  const v = vesselOf(s, vessel);
  return v.lid
    ? []
    : once(
        `${vessel}-lid`,
        [{ at: `vessels.${vessel}.lid`, to: true }],
        say`Put a lid on “${v.name}”`,
      );
};

/** A heater no stronger than it must be in place of one that is there, the strongest of the weaker ones first. */
export function weakerHeater(s: SystemDocument, vessel: string): Adjustment[] {
  const there = s.devices.find((d) => d.kind === 'heater' && d.vessel === vessel);
  if (there?.kind !== 'heater') return [];
  const weaker = HEATERS.filter((h) => h.power < there.power).reverse();
  return [
    {
      id: `${vessel}-weaker-heater`,
      count: weaker.length,
      graded: true,
      edits: (k) => [{ at: `devices.${there.id}`, to: { ...there, power: weaker[k]!.power } }],
      label: (k) =>
        say`Replace the ${power(there.power)} heater with one of ${power(weaker[k]!.power)}`,
    },
  ];
}

/** More shade, in steps of a twentieth. */
export const moreShade = (s: SystemDocument): Adjustment[] =>
  adjustNumber(
    s,
    'shade',
    'site.sun.shade',
    0.05,
    (_, to) => say`Shade it with cloth that blocks ${share(to)} of the light`,
  );

/** More plants of a stand: further rows and columns by turns. */
export function morePlants(s: SystemDocument): Adjustment[] {
  const [planting] = s.crops;
  if (!planting) return [];
  return [
    {
      id: `${planting.id}-rows`,
      count: 20,
      graded: true,
      edits: (k) => [{ at: `crops.${planting.id}.rows`, to: planting.rows + 1 + k }],
      label: (k) => say`Plant ${String((k + 1) * planting.columns)} more`,
    },
  ];
}

/** Another kind that lives through the year as it is, of the same use where there is one; at its own mass of stocking. */
export function otherKind(
  s: SystemDocument,
  vessel: string,
  cold: number,
  warm: number,
): Adjustment[] {
  const group = heaviest(fishGroups(s).filter((g) => g.vessel === vessel));
  if (!group) return [];
  const water = vesselOf(s, vessel).fill;
  const kinds = FISH.filter(
    (k) =>
      k.id !== group.kind.id &&
      k.survives[0] <= cold - 2 &&
      (k.best[1] + k.survives[1]) / 2 >= warm &&
      k.smallestTank <= water,
  ).sort((x, y) => Number(y.use === group.kind.use) - Number(x.use === group.kind.use));
  return [
    {
      id: `${group.id}-kind`,
      count: Math.min(4, kinds.length),
      graded: false,
      edits: (k) => [
        { at: `fish.${group.id}.kind`, to: kinds[k]!.id },
        { at: `fish.${group.id}.meanMass`, to: kinds[k]!.stockMass },
        { at: `fish.${group.id}.count`, to: Math.max(group.count, kinds[k]!.shoal) },
      ],
      label: (k) => say`Keep ${kinds[k]!.name} instead of ${group.kind.name}`,
    },
  ];
}
