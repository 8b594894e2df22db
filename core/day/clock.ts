import type { Seconds } from '../quantity/si.ts';
import type { NetControl, Network } from '../network/types.ts';

/** Times closer than this are one, s. */
const EDGE: Seconds = 1e-6;

/** Whether a control is on at a time; its period repeats without end. */
export function isOn(c: NetControl, t: Seconds): boolean {
  // An edge is a sum of periods and may lie a rounding off its multiple.
  const time = (t + EDGE) % c.period;
  return c.spans === null || c.spans.some(([a, b]) => time >= a && time < b);
}

/** Control edges between two times in order, each once, and the end. */
export function edgesOf(net: Network, start: Seconds, end: Seconds): Seconds[] {
  const times = new Set<Seconds>([end]);
  for (const c of net.controls) {
    if (!c.spans?.length) continue;
    for (let turn = Math.floor(start / c.period); turn * c.period < end; turn++) {
      for (const span of c.spans) {
        for (const edge of span) {
          const t = turn * c.period + edge;
          if (t > start + EDGE && t < end) times.add(t);
        }
      }
    }
  }
  return [...times].sort((a, b) => a - b);
}
