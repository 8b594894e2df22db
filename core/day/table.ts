/**
 * Flow against the square root of a head, on an even grid: pipe and pump flows are almost straight in
 * that variable, so a short table with cubic interpolation stands for the iterative solution.
 */
export interface FlowTable {
  readonly perStep: number;
  readonly last: number;
  /** Not a number where nothing was asked yet: a day uses few of the heads that there could be. */
  readonly flows: Float64Array;
  readonly fill: (index: number) => number;
}

const POINTS = 96;

/**
 * @param flowAt flow at a head, m³/s for m
 * @param top largest head tabulated, m; the end slope goes on beyond it
 */
export function tabulate(flowAt: (head: number) => number, top: number): FlowTable {
  const step = Math.sqrt(top) / POINTS;
  const flows = new Float64Array(POINTS + 1).fill(NaN);
  const fill = (i: number) => (flows[i] = flowAt((i * step) ** 2));
  return { perStep: 1 / step, last: POINTS, flows, fill };
}

function at(table: FlowTable, i: number): number {
  const y = table.flows[i]!;
  return y === y ? y : table.fill(i);
}

/** Flow at a head, m³/s; 0 at or below no head. */
export function lookUp(table: FlowTable, head: number): number {
  if (head <= 0) return 0;
  const { last } = table;
  const x = Math.sqrt(head) * table.perStep;
  let i = Math.floor(x);
  if (i >= last) i = last - 1;
  const t = x - i;
  const y1 = at(table, i);
  const y2 = at(table, i + 1);
  if (t > 1) return y2 + (t - 1) * (y2 - at(table, last - 1));
  const y0 = i > 0 ? at(table, i - 1) : -y2;
  const y3 = i + 2 <= last ? at(table, i + 2) : 2 * y2 - y1;
  const m1 = (y2 - y0) / 2;
  const m2 = (y3 - y1) / 2;
  const d = y2 - y1;
  return y1 + t * (m1 + t * (3 * d - 2 * m1 - m2 + t * (m1 + m2 - 2 * d)));
}
