import type { Seconds } from '../quantity/si.ts';
import { DAY, type NetControl, type Network } from '../network/types.ts';

/** Whether a control is on at a time; the programme repeats day after day. */
export function isOn(c: NetControl, t: Seconds): boolean {
  const time = t % DAY;
  return c.spans === null || c.spans.some(([a, b]) => time >= a && time < b);
}

/** Control edges between two times in order, each once, and the end. */
export function edgesOf(net: Network, start: Seconds, end: Seconds): Seconds[] {
  const times = new Set<Seconds>([end]);
  for (let day = Math.floor(start / DAY); day * DAY < end; day++) {
    for (const c of net.controls) {
      for (const span of c.spans ?? []) {
        for (const edge of span) {
          const t = day * DAY + edge;
          if (t > start && t < end) times.add(t);
        }
      }
    }
  }
  return [...times].sort((a, b) => a - b);
}
