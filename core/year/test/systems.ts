import { FISH, type FishKind } from '../../catalogue/index.ts';
import { judgeWhole } from '../../findings/judge.ts';
import { lifeOf, strictestMass } from '../../life/index.ts';
import { chance } from '../../numerics/chance.ts';
import { seasonBasis, type SeasonBasis } from '../../season/index.ts';
import { applyEdits, type Edit, type SystemDocument } from '../../system/index.ts';
import { LAYOUTS } from '../../system/layouts/index.ts';

/** Systems drawn by lot: every layout with fish, a species, a climate and a tap that suit it, stocked within the rules. */

export interface RandomSystem {
  readonly seed: number;
  readonly system: SystemDocument;
  readonly ground: SeasonBasis;
  readonly kind: FishKind;
  readonly coldest: number;
}

const bases = LAYOUTS.map((l) => ({
  id: l.id,
  base: applyEdits(l.make(l.id, l.demo.name), [...(l.demo.edits ?? [])]),
})).filter(({ base }) => base.fish.length > 0);

/** Twelve months about a mean, the coldest in January. */
const months = (mean: number, swing: number) =>
  Array.from({ length: 12 }, (_, m) => {
    const x = mean - swing * Math.cos((2 * Math.PI * m) / 12);
    return Math.round(x * 10) / 10;
  });

/**
 * A system by lot.
 *
 * @returns null where the species that was drawn does not suit the place, the tap or the tank
 */
export function drawSystem(seed: number): RandomSystem | null {
  const random = chance(seed);
  const of = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const between = (a: number, b: number) => a + (b - a) * random();
  const { base } = of(bases);
  const kind = of(FISH);
  const alkalinity = Math.round(5 * 60 ** random());
  const ph =
    Math.round(
      10 * (6.6 + 1.2 * (Math.log10(alkalinity / 5) / Math.log10(60)) + between(-0.2, 0.4)),
    ) / 10;
  // Water that a keeper of the species would not try.
  if (alkalinity > 100 && kind.ph[1] < 8) return null;
  if (alkalinity < (kind.ph[0] >= 7 ? 120 : kind.ph[0] > 6.6 ? 60 : 0)) return null;
  // One fish of its own feeds no bed.
  if (kind.temper === 'single') return null;
  const mean = between(Math.max(12, kind.best[0] - 4), Math.min(27, kind.best[1]));
  const swing = Math.min(
    between(0, 8),
    kind.survives[1] - 3 - mean,
    mean - Math.max(9, kind.survives[0] + 3),
  );
  if (!(swing >= 0)) return null;
  const room = months(mean, swing);
  const first = base.fish[0]!;
  const each = Math.max(kind.stockMass, Math.min(first.meanMass, kind.growth.to / 2));
  const edits: Edit[] = [
    { at: 'site.kind', to: 'indoor' },
    { at: 'site.room', to: room },
    { at: 'site.outside', to: null },
    { at: 'site.waterTemperature', to: Math.round(mean * 2) / 2 },
    { at: 'site.airTemperature', to: Math.round(mean * 2) / 2 },
    { at: 'site.tap.alkalinity', to: alkalinity },
    { at: 'site.tap.ph', to: ph },
    { at: 'site.tap.chlorine', to: of(['none', 'chlorine', 'chloramine']) },
    { at: 'site.tap.chlorineLevel', to: 0.4 },
    { at: 'site.tap.temperature', to: 14 },
    { at: 'water.ph', to: null },
    { at: 'water.alkalinity', to: null },
    { at: 'plan.begins', to: 1 + Math.floor(365 * random()) },
    { at: 'plan.start', to: 'fishless' },
    ...base.fish.slice(1).map((f): Edit => ({ at: `fish.${f.id}`, to: undefined })),
    ...base.devices
      .filter((d) => d.kind === 'heater')
      .map((d): Edit => ({ at: `devices.${d.id}`, to: undefined })),
    { at: `fish.${first.id}.kind`, to: kind.id },
    { at: `fish.${first.id}.ration`, to: null },
    { at: `fish.${first.id}.protein`, to: null },
    { at: `fish.${first.id}.meanMass`, to: each },
    { at: `fish.${first.id}.count`, to: kind.shoal },
  ];
  const fewest = applyEdits(base, edits);
  const { a, day } = judgeWhole(fewest);
  const life = lifeOf({ system: fewest, a, day });
  const most = strictestMass(life.schools);
  const tank = a.balance.rest[fewest.vessels.findIndex((v) => v.id === first.vessel)]!.volume;
  const count = Math.floor((between(0.4, 1) * most) / each);
  if (!(count >= Math.max(1, Math.min(kind.shoal, 6))) || tank < kind.smallestTank / 2) return null;
  const system = applyEdits(fewest, [{ at: `fish.${first.id}.count`, to: count }]);
  const whole = judgeWhole(system);
  return {
    seed,
    system,
    kind,
    coldest: Math.min(...room),
    ground: seasonBasis({ system, a: whole.a, day: whole.day }),
  };
}
