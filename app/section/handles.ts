import type { Assessment } from '../../core/assess';
import type { QuantityKind } from '../../core/quantity';
import {
  fieldAt,
  isSiphon,
  isStore,
  rangeOf,
  readAt,
  type SystemDocument,
  type Vessel,
} from '../../core/system';
import { levelAt, volumeAt } from '../../core/water/vessel';
import type { Stage } from '../../core/findings';
import type { Scene } from './scene';

/** Something in the drawing that can be pulled up and down: one number of the document. */
export interface Handle {
  /** Place in the document. */
  at: string;
  /** Short word on its tag. */
  word: string;
  /** Full name for the screen reader and the history. */
  name: string;
  kind: QuantityKind;
  value: number;
  min: number;
  max: number;
  step: number;
  /** Where it stands: to the right, and above the ground. */
  x: number;
  z: number;
  /** Value for a height above the ground. */
  valueAt: (z: number) => number;
  /** The vessel whose floor that height is counted from. */
  part: Vessel;
}

/** Handles of a stage, from the top down. */
export function handlesOf(s: SystemDocument, a: Assessment, scene: Scene, stage: Stage): Handle[] {
  const out: Handle[] = [];
  const add = (
    part: Vessel,
    at: string,
    word: string,
    name: string,
    x: number,
    z: number,
    valueAt: (z: number) => number,
  ) => {
    const field = fieldAt(at);
    const value = readAt(s, at);
    if (!field || typeof value !== 'number') return;
    const { min, max } = rangeOf(s, at);
    out.push({
      at,
      word,
      name,
      kind: field.kind,
      value,
      min,
      max,
      step: field.step,
      x,
      z,
      valueAt,
      part,
    });
  };
  for (const p of scene.vessels) {
    const v = p.vessel;
    const i = s.vessels.indexOf(v);
    const many = { felt: 'wall', box: 'box' }[v.role as string] ?? v.role;
    if (stage === 'vessels') {
      add(
        v,
        `vessels.${v.id}.shape.height`,
        `${many} rim`,
        `Rim of ${v.name}`,
        p.centre + p.top,
        v.floor + v.shape.height,
        (z) => z - v.floor,
      );
      if (v.media)
        add(
          v,
          `vessels.${v.id}.media.top`,
          'stones',
          `Top of the media in ${v.name}`,
          p.right - 0.06,
          v.floor + v.media.top,
          (z) => z - v.floor,
        );
      if (isStore(v)) {
        const { storage } = a.net.vessels[i]!;
        add(
          v,
          `vessels.${v.id}.fill`,
          'water',
          `Water at rest in ${v.name}`,
          p.centre + p.bottom * 0.9,
          v.floor + levelAt(storage, v.fill),
          (z) => volumeAt(storage, Math.min(v.shape.height, Math.max(0, z - v.floor))),
        );
      }
    }
    if (stage === 'vessels' || (stage === 'lift' && !isStore(v))) {
      add(
        v,
        `vessels.${v.id}.floor`,
        `${many} at`,
        `${v.name}, height above the ground`,
        p.centre + p.bottom,
        v.floor,
        (z) => z,
      );
    }
    if (stage === 'drain' && v.media) {
      add(
        v,
        `vessels.${v.id}.media.top`,
        'stones',
        `Top of the media in ${v.name}`,
        p.right - 0.06,
        v.floor + v.media.top,
        (z) => z - v.floor,
      );
    }
  }
  if (stage === 'lift') {
    for (const l of scene.lines) {
      const from = s.vessels.find((v) => v.id === l.path.from)!;
      const to = s.vessels.find((v) => v.id === l.path.to)!;
      add(
        to,
        `paths.${l.path.id}.end`,
        'end',
        `End of ${l.path.name}`,
        l.end.x,
        l.end.z,
        (z) => z - to.floor,
      );
      if (l.path.peak)
        add(
          to,
          `paths.${l.path.id}.peak.height`,
          'peak',
          `Peak of ${l.path.name}`,
          l.points[2]!.x,
          to.floor + l.path.peak.height,
          (z) => z - to.floor,
        );
      l.branches.forEach((b) => {
        const fed = s.vessels.find((v) => v.id === b.to)!;
        add(
          fed,
          `paths.${l.path.id}.branches.${b.id}.end`,
          'end',
          `End of ${l.path.name} in ${fed.name}`,
          b.end.x,
          b.end.z,
          (z) => z - fed.floor,
        );
      });
      add(
        from,
        `paths.${l.path.id}.pump.intake`,
        'intake',
        `Pump’s intake in ${from.name}`,
        l.pump.x,
        l.pump.z,
        (z) => z - from.floor,
      );
    }
  }
  if (stage === 'drain') {
    for (const d of scene.drains) {
      const bed = s.vessels.find((v) => v.id === d.path.from)!;
      const lowest = scene.drains.every(
        (x) => x.path.from !== d.path.from || x.path.crest >= d.path.crest,
      );
      const word = isSiphon(d.path) || lowest ? 'crest' : 'spare';
      add(
        bed,
        `paths.${d.path.id}.crest`,
        word,
        `Crest of ${d.path.name}`,
        d.x,
        d.floor + d.path.crest,
        (z) => z - d.floor,
      );
      if (isSiphon(d.path)) {
        add(
          bed,
          `paths.${d.path.id}.breakHeight`,
          'break',
          `Break height of ${d.path.name}`,
          d.x + (d.path.kind === 'bell-siphon' ? d.path.bellBore / 2 : -0.05),
          d.floor + d.path.breakHeight,
          (z) => z - d.floor,
        );
      }
    }
  }
  if (stage === 'drain') {
    for (const w of scene.ways) {
      const from = s.vessels.find((v) => v.id === w.path.from)!;
      const to = s.vessels.find((v) => v.id === w.path.to)!;
      const first = w.points[0]!;
      const last = w.points[w.points.length - 1]!;
      if (w.path.kind === 'link' && w.path.height > 0)
        add(
          from,
          `paths.${w.path.id}.height`,
          'passes at',
          `Lower edge of ${w.path.name}`,
          first.x,
          from.floor + w.path.height,
          (z) => z - from.floor,
        );
      if (w.path.kind === 'float-valve')
        add(
          to,
          `paths.${w.path.id}.level`,
          'shut at',
          `Level at which ${w.path.name} shuts`,
          last.x,
          to.floor + w.path.level,
          (z) => z - to.floor,
        );
    }
    for (const l of scene.lines) {
      const { float } = l.path;
      const p = scene.vessels.find((v) => v.vessel.id === float?.vessel);
      if (!float || !p) continue;
      for (const key of ['on', 'off'] as const)
        add(
          p.vessel,
          `paths.${l.path.id}.float.${key}`,
          float.off > float.on
            ? key === 'on'
              ? 'fill on'
              : 'full'
            : key === 'on'
              ? 'empty on'
              : 'empty',
          `Float of ${l.path.name}, ${key === 'on' ? 'starts' : 'stops'} the pump`,
          p.right,
          p.vessel.floor + float[key],
          (z) => z - p.vessel.floor,
        );
    }
  }
  return out.sort((p, q) => q.z - p.z);
}

/**
 * Handles of which each that says and stands the same is the very object that it was. They keep their
 * order while they are the same ones: a handle that is moved past another in the page would lose the
 * focus and the pointer that hold it.
 */
export function sharedHandles(before: readonly Handle[], now: readonly Handle[]): Handle[] {
  const known = new Map(before.map((h) => [h.at, h]));
  const stay = before.length === now.length && now.every((h) => known.has(h.at));
  const order = new Map(before.map((h, i) => [h.at, i]));
  const list = stay ? [...now].sort((p, q) => order.get(p.at)! - order.get(q.at)!) : now;
  return list.map((h) => {
    const q = known.get(h.at);
    const same =
      q &&
      q.value === h.value &&
      q.x === h.x &&
      q.z === h.z &&
      q.min === h.min &&
      q.max === h.max &&
      q.name === h.name &&
      q.word === h.word &&
      // What a height means hangs on where the part stands; for water, on its vessel's shape.
      q.part === h.part;
    return same ? q : h;
  });
}

/** Of handles that say the same word and number the first: on paper nobody pulls the others. */
export const alikeOnce = (handles: readonly Handle[]): Handle[] =>
  handles.filter(
    (h, i) => !handles.slice(0, i).some((x) => x.word === h.word && x.value === h.value),
  );

/** A value brought into a handle's range and onto its step. */
export function snapped(h: Pick<Handle, 'min' | 'max' | 'step'>, value: number): number {
  const stepped = Math.round(value / h.step) * h.step;
  return Math.round(Math.min(h.max, Math.max(h.min, stepped)) * 1e7) / 1e7;
}

/** Spreads tags so that none covers another: positions in, down-sorted positions out. */
export function spread(
  wanted: readonly number[],
  gap: number,
  low: number,
  high: number,
): number[] {
  const out = wanted.map((y) => Math.max(low, y));
  for (let i = 1; i < out.length; i++) out[i] = Math.max(out[i]!, out[i - 1]! + gap);
  let limit = high;
  for (let i = out.length - 1; i >= 0; i--) {
    out[i] = Math.min(out[i]!, limit);
    limit = out[i]! - gap;
  }
  return out;
}
