import {
  deliveryFlow,
  pumpDutyFlow,
  energyADay,
  floodedShare,
  floodsADay,
  flowAtBreak,
  pumpStaticHead,
  startingFlow,
} from '../derived/index.ts';
import { displayUnit, tell } from '../quantity/index.ts';
import { judgeWhole } from '../findings/judge.ts';
import { lifeReport } from './lifeReport.ts';
import type { VesselState } from '../assess/waterBalance.ts';
import { asKnown, type Entry, type Moment } from '../log/index.ts';
import type { SystemDocument } from '../system/index.ts';
import { eventInWords } from './words.ts';

/** The headless report of a system: plain numbers in the units that the keys name. */

const rounded = (x: number, places: number): number => {
  const f = 10 ** places;
  return Math.round(x * f) / f;
};
const litres = (v: number) => rounded(v * 1000, 3);
const flow = (q: number) => rounded(q * 3.6e6, 1);
const metres = (m: number) => rounded(m, 4);
const seconds = (s: number | null) => (s === null ? null : rounded(s, 1));

const standing = (r: VesselState) => ({
  vessel: r.vessel,
  litres: litres(r.volume),
  level_m: metres(r.level),
  freeboard_m: metres(r.freeboard),
  above_intake_m: r.aboveIntake === null ? null : metres(r.aboveIntake),
});

/**
 * The report as data; its JSON is what `npm run report -- FILE --json` prints.
 *
 * @param entries of its log
 * @param now milliseconds since 1970
 */
export function reportOf(
  document: SystemDocument,
  entries: readonly Entry[] = [],
  now: Moment = 0,
  zone = 'UTC',
) {
  const first = judgeWhole(document);
  // A running system is judged with its water as the log has it.
  const system = asKnown({ system: document, a: first.a }, entries, now, zone);
  const { a, day, findings } = system === document ? first : judgeWhole(system);
  const c = { system, a, day };
  const vesselName = new Map(system.vessels.map((v) => [v.id, v.name]));
  return {
    name: system.name,
    accounts: {
      rest: a.balance.rest.map(standing),
      deepest: a.balance.deepest.map(standing),
      afterPowerCut: a.balance.afterPowerCut.map(standing),
    },
    pumps: a.duties.map((d) => ({
      id: d.id,
      static_head_m: metres(pumpStaticHead.value(c, d.id)!),
      flow_l_h: flow(pumpDutyFlow.value(c, d.id)!),
      ...(d.branches.length > 1
        ? {
            branches: d.branches.map((b) => ({
              to: b.to,
              flow_l_h: flow(deliveryFlow.value(c, b.id)!),
            })),
          }
        : {}),
    })),
    siphons: a.siphons.map((s) => ({
      bed: s.bed,
      start_l_h: {
        low: flow(s.start.low),
        expected: flow(startingFlow.value(c, s.id)!),
        high: flow(s.start.high),
      },
      stops_below_l_h: flow(s.stopsBelow),
      never_stops_above_l_h: flow(flowAtBreak.value(c, s.id)!),
      inflow_l_h: flow(s.inflow),
      starts: s.starts,
      stops: s.stops,
    })),
    day: {
      events: day.events.map((e) => ({
        t_s: rounded(e.t, 1),
        what: eventInWords(e.kind),
        where: e.where,
      })),
      beds: day.metrics.beds.map((b) => ({
        id: b.id,
        fill_s: seconds(b.fill),
        drain_s: seconds(b.drain),
        period_s: seconds(b.period),
        cycles_per_day: rounded(floodsADay.value(c, b.id)!, 2),
        flooded_share: rounded(floodedShare.value(c, b.id)!, 4),
        highest_m: metres(b.highest),
      })),
      vessels: day.metrics.vessels.map((v) => ({
        id: v.id,
        lowest_m: metres(v.lowest),
        highest_m: metres(v.highest),
      })),
      pumps: day.metrics.pumps.map((p) => ({
        id: p.id,
        running_s: rounded(p.running, 1),
        dry_s: rounded(p.dry, 1),
        energy_kwh: rounded(energyADay.value(c, p.id)! / 3.6e6, 4),
      })),
      complete: !day.truncated,
      until_s: rounded(day.end, 1),
      spilled_l: litres(day.spilled),
      used_l: litres(day.used),
      balance_error_ml: rounded(day.balanceError * 1e6, 6),
    },
    life: lifeReport(c),
    findings: findings.map((f) => {
      const unit = displayUnit(f.kind, 'metric', f.measured);
      const inUnit = (x: number) => rounded(x / unit.factor, 3);
      return {
        id: f.id,
        level: f.level,
        about: vesselName.get(f.about) ?? f.about,
        measured: f.kind === 'time' ? rounded(f.measured, 1) : inUnit(f.measured),
        limit: f.kind === 'time' ? rounded(f.limit, 1) : inUnit(f.limit),
        unit: f.kind === 'time' ? 's' : unit.symbol,
        sentence: tell(f.sentence, 'metric'),
      };
    }),
  };
}

export type Report = ReturnType<typeof reportOf>;

/** The report as lines to read. */
export function reportInWords(system: SystemDocument, r: Report = reportOf(system)): string {
  const lines: string[] = [r.name, ''];
  const table = (title: string, rows: Report['accounts']['rest']) => {
    lines.push(title);
    for (const row of rows) {
      const intake =
        row.above_intake_m === null
          ? ''
          : `, ${Math.round(row.above_intake_m * 1000)} mm above the intake`;
      lines.push(
        `  ${row.vessel}: ${row.litres} L, level ${Math.round(row.level_m * 1000)} mm, ${Math.round(row.freeboard_m * 1000)} mm to the rim${intake}`,
      );
    }
  };
  table('At rest', r.accounts.rest);
  table('Deepest flood', r.accounts.deepest);
  table('After a power cut', r.accounts.afterPowerCut);
  lines.push('', 'Pumps');
  for (const p of r.pumps) lines.push(`  ${p.id}: ${p.flow_l_h} L/h at ${p.static_head_m} m`);
  if (r.siphons.length) lines.push('', 'Siphons');
  for (const s of r.siphons) {
    lines.push(
      `  ${s.bed}: inflow ${s.inflow_l_h} L/h; starts from ${s.start_l_h.low}–${s.start_l_h.high} L/h (${s.starts}), stops below ${s.stops_below_l_h}–${s.never_stops_above_l_h} L/h (${s.stops})`,
    );
  }
  lines.push('', 'The day');
  if (!r.day.complete) {
    lines.push(
      ` stopped at ${Math.round(r.day.until_s)} s, because it switches too often. The figures below are for that part only.`,
    );
  }
  for (const b of r.day.beds) {
    lines.push(
      `  ${b.id}: ${b.cycles_per_day} cycles, fill ${b.fill_s ?? '–'} s, drain ${b.drain_s ?? '–'} s, flooded ${Math.round(b.flooded_share * 100)} %, highest ${Math.round(b.highest_m * 1000)} mm`,
    );
  }
  lines.push(
    `  on the floor ${r.day.spilled_l} L; water balance out by ${r.day.balance_error_ml} mL`,
  );
  const { life } = r;
  if (life.fish.length || life.planting_m2 !== null) {
    lines.push('', 'Life');
    for (const f of life.fish) lines.push(`  ${f.count} ${f.kind ?? 'fish'}: ${f.mass_kg} kg`);
    if (life.feed_g_day !== null)
      lines.push(
        `  feed ${life.feed_g_day} g a day, ammonia ${life.tan_g_day} g N a day; bacteria process ${life.tan_capacity_g_day} g N on ${life.surface_m2} m²`,
      );
    if (life.oxygen)
      lines.push(
        `  oxygen lowest ${life.oxygen.lowest_mg_l} mg/L at ${life.oxygen.lowest_at_h} h; after a power cut short of oxygen in ${life.oxygen.minutes_to_stress ?? '–'} min`,
      );
    for (const x of life.schools)
      lines.push(`  ${x.id}: ${x.answer} ${x.unit}${x.governs ? ' (governs)' : ''}`);
    if (life.planting_m2 !== null) lines.push(`  planted ${life.planting_m2} m²`);
  }
  lines.push('', 'Findings');
  for (const f of r.findings) lines.push(`  ${f.level.padEnd(5)} ${f.id}: ${f.sentence}`);
  return `${lines.join('\n')}\n`;
}
