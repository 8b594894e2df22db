import type { Figures } from '../assess/figures.ts';
import { buildPlan, type BuildPlan, type Piece } from '../construction/index.ts';
import { judgeWhole } from '../findings/judge.ts';
import { tell } from '../quantity/index.ts';
import type { SystemDocument } from '../system/index.ts';

/** What is built of a system, in the headless report: millimetres and kilograms as the keys name. */

const tenth = (m: number) => Math.round(m * 1e4) / 10;

interface Stock {
  readonly size: string;
  readonly length_mm: number;
  /** Lengths of what is cut from it. */
  readonly pieces: readonly number[];
  readonly offcut_mm: number;
}

function stockOf(plan: BuildPlan): Stock[] {
  const cut = new Map(plan.pieces.map((p) => [p.id, p.cut]));
  const lengths = (ids: readonly string[]) => ids.map((id) => tenth(cut.get(id)!));
  return [
    ...plan.cuttings.flatMap((c) =>
      c.nesting.bars.map((b) => ({
        size: c.stock,
        length_mm: tenth(b.length),
        pieces: lengths(b.pieces),
        offcut_mm: tenth(b.left),
      })),
    ),
    ...plan.coils.map((c) => ({
      size: c.stock,
      length_mm: tenth(c.bought),
      pieces: lengths(c.pieces),
      offcut_mm: tenth(c.bought - c.length),
    })),
  ];
}

/** The build of a system as data; its JSON is what `npm run report -- FILE --build --json` prints. */
export function buildReport(system: SystemDocument) {
  const { a, day } = judgeWhole(system);
  const c: Figures = { system, a, day };
  const plan = buildPlan(c);
  return {
    kerf_mm: tenth(system.build.kerf),
    pieces: plan.pieces.map((p: Piece) => ({
      path: p.about,
      size: p.stock,
      cut_mm: tenth(p.cut),
      why: tell(p.why, 'metric'),
    })),
    stock: stockOf(plan),
    holes: plan.holes.map((h) => ({
      vessel: h.vessel,
      on: h.on,
      x_mm: tenth(h.x),
      y_mm: tenth(h.y),
      diameter_mm: h.diameter === null ? null : tenth(h.diameter),
      for: h.what,
      under_water: h.under,
    })),
    parts: plan.parts.map((p) => ({
      what: p.what,
      size: tell(p.size, 'metric'),
      count: p.count,
      unit: p.unit,
    })),
    steps: plan.steps.map((x) => ({ id: x.id, after: x.after, hold: x.hold })),
    weight_kg: Math.round(plan.weight * 10) / 10,
    cost: plan.cost.total,
    questions: plan.questions.map((q) => tell(q.sentence, 'metric')),
  };
}

export type BuildReport = ReturnType<typeof buildReport>;

/** The build in lines to read. */
export function buildInWords(r: BuildReport): string {
  const lines = ['Pieces'];
  for (const p of r.pieces) lines.push(`  ${p.path}, ${p.size}: ${p.cut_mm} mm. ${p.why}`);
  lines.push('', 'From lengths');
  for (const x of r.stock)
    lines.push(
      `  ${x.size}, ${x.length_mm} mm: ${x.pieces.join(' + ')} mm; ${x.offcut_mm} mm left`,
    );
  lines.push('', 'Holes');
  for (const h of r.holes)
    lines.push(
      `  ${h.vessel}, ${h.on}: ${h.diameter_mm === null ? 'size missing' : `${h.diameter_mm} mm`} at ${h.x_mm}, ${h.y_mm} mm, for the ${h.for}`,
    );
  lines.push('', 'Parts');
  for (const p of r.parts)
    lines.push(`  ${p.count}${p.unit === 'metre' ? ' m' : ''} × ${p.what} ${p.size}`.trimEnd());
  lines.push('', 'Steps');
  for (const x of r.steps)
    lines.push(
      `  ${x.id}${x.hold ? ' (checkpoint)' : ''}${x.after.length ? ` after ${x.after.join(', ')}` : ''}`,
    );
  lines.push('', `The full system weighs ${r.weight_kg} kg.`);
  if (r.cost !== null) lines.push(`Still to buy, where prices are entered: ${r.cost}.`);
  if (r.questions.length) lines.push('', 'Open', ...r.questions.map((q) => `  ${q}`));
  return `${lines.join('\n')}\n`;
}
