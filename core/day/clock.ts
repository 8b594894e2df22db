import type { Seconds } from '../quantity/si.ts';
import { DAY, type NetControl, type Network } from '../network/types.ts';

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

/** Whether a control's turns make up whole days, so that every day is like the first. */
export const dividesDay = (c: NetControl): boolean =>
  !c.spans?.length || Math.abs(DAY / c.period - Math.round(DAY / c.period)) < 1e-9;

/** On-spans of a control that touch a stretch of time, cut at its ends and counted from its start. */
export function spansBetween(c: NetControl, start: Seconds, end: Seconds): [Seconds, Seconds][] {
  if (c.spans === null) return [[0, end - start]];
  const out: [Seconds, Seconds][] = [];
  for (let turn = Math.floor(start / c.period); turn * c.period < end; turn++) {
    for (const [a, b] of c.spans) {
      const from = Math.max(start, turn * c.period + a);
      const till = Math.min(end, turn * c.period + b);
      if (till > from) out.push([from - start, till - start]);
    }
  }
  return out;
}
