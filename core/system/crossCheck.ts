import { format } from '../quantity/index.ts';
import { FLOAT_APART } from './fields.ts';
import { isSiphon } from './find.ts';
import { MOST, pathEndCount } from './limits.ts';
import type { SystemDocument } from './types.ts';

/**
 * What no part shows by itself: that parts refer to parts that are there, and that what belongs together is
 * in order.
 *
 * @returns a sentence on the first thing that is wrong, or nothing
 */
export function crossCheck(s: SystemDocument): string | null {
  if (pathEndCount(s) > MOST.ends)
    return `The pipes of the file have ${pathEndCount(s)} ends, including branches. The maximum is ${MOST.ends}.`;
  const vessels = new Set(s.vessels.map((v) => v.id));
  const controls = new Set(s.controls.map((c) => c.id));
  const paths = new Set(s.paths.map((p) => p.id));
  for (const p of s.paths) {
    for (const end of [p.from, p.to]) {
      if (!vessels.has(end))
        return `“${p.name}” leads to a vessel “${end}” that is not in the file.`;
    }
    if (p.from === p.to) return `“${p.name}” leads from a vessel to itself.`;
    if (p.kind === 'pumped-line') {
      for (const b of p.branches) {
        if (!vessels.has(b.to))
          return `A branch of “${p.name}” leads to a vessel “${b.to}” that is not in the file.`;
        if (b.to === p.from) return `A branch of “${p.name}” leads back to its own start.`;
      }
      if (p.float && !vessels.has(p.float.vessel))
        return `The float switch of “${p.name}” is in a vessel “${p.float.vessel}” that is not in the file.`;
      if (p.float && Math.abs(p.float.on - p.float.off) < FLOAT_APART - 1e-9)
        return `The float switch of “${p.name}” starts and stops less than ${format(FLOAT_APART, 'length', 'metric')} apart. The pump would switch on and off all the time.`;
    }
    if (p.kind === 'pumped-line' && !controls.has(p.control)) {
      return `“${p.name}” is switched by “${p.control}”, which is not in the file.`;
    }
    if (p.kind === 'pumped-line' && p.pump.points) {
      const flows = [...p.pump.points].sort((a, b) => a[0] - b[0]);
      for (let i = 1; i < flows.length; i++) {
        if (flows[i]![0] <= flows[i - 1]![0] || flows[i]![1] >= flows[i - 1]![1]) {
          return `The pump curve of “${p.name}” does not fall. Each point needs more flow and less head than the one before.`;
        }
      }
    }
    if (isSiphon(p) && p.breakHeight >= p.crest) {
      return `The height at which “${p.name}” stops is not below its standpipe height.`;
    }
  }
  for (const v of s.vessels) {
    if (v.shape.kind === 'measured') {
      const { points } = v.shape;
      for (let i = 1; i < points.length; i++) {
        if (points[i]![0] <= points[i - 1]![0] || points[i]![1] <= points[i - 1]![1]) {
          return `The measured litres of “${v.name}” do not rise. Each measurement needs a higher level and more water than the one before.`;
        }
      }
    }
    const tops = [...(v.media?.layers ?? []).map((l) => l.top), v.media?.top ?? Infinity];
    for (let i = 1; i < tops.length; i++) {
      if (tops[i]! <= tops[i - 1]!)
        return `The layers of media in “${v.name}” are not sorted from the floor up.`;
    }
    if (v.rimTo !== null && (!vessels.has(v.rimTo) || v.rimTo === v.id)) {
      return `“${v.name}” spills into “${v.rimTo}”, which is not another vessel in the file.`;
    }
  }
  for (const f of s.fish) {
    if (!vessels.has(f.vessel))
      return `There are fish in a vessel “${f.vessel}” that is not in the file.`;
  }
  for (const c of s.crops) {
    if (!vessels.has(c.vessel))
      return `There are plants in a vessel “${c.vessel}” that is not in the file.`;
  }
  for (const d of s.devices) {
    if (!vessels.has(d.vessel))
      return `There is a device in a vessel “${d.vessel}” that is not in the file.`;
  }
  for (const r of s.plan.readings) {
    for (const band of [r.tan, r.nitrite, r.nitrate]) {
      if (band && band[1] < band[0])
        return `A reading of day ${r.day} has a band whose high end is below its low end.`;
    }
  }
  for (const m of s.measurements) {
    const on = 'path' in m ? paths.has(m.path) : vessels.has(m.vessel);
    if (!on) return 'There is a measurement of a part that is not in the file.';
  }
  return null;
}
