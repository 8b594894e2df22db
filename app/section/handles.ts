import type { Assessment } from '../../core/assess';
import type { QuantityKind } from '../../core/quantity';
import {
  fieldAt,
  isSiphon,
  isStore,
  partAt,
  pathAt,
  rangeOf,
  readAt,
  vesselAt,
  type SystemDocument,
  type Vessel,
} from '../../core/system';
import { levelAt, volumeAt } from '../../core/water/vessel';
import type { Stage } from '../../core/findings';
import type { DrawingPoint, Scene } from './scene';

/** Something in the drawing that can be pulled up and down: one number of the document. */
export interface Handle {
  /** Place in the document, and that of the part it belongs to. */
  at: string;
  thing: string;
  /** It is there because its part is chosen, not because of the stage. */
  extra: boolean;
  /** What its tag says before the number; and the kind of vessel, said where tags of several things stand. */
  word: string;
  role: string;
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

/** What every vessel has: where tags of several stand together, these say which is meant. */
const ROLED = new Set(['rim', 'floor at']);
/** Vessels by the word that growers have for them. */
const ROLE_WORDS: Partial<Record<Vessel['role'], string>> = { felt: 'wall' };

/**
 * Handles of a stage, from the top down, and all of the part that is chosen, whatever the stage.
 *
 * @param chosen place of that part in the document
 */
export function handlesOf(
  s: SystemDocument,
  a: Assessment,
  scene: Scene,
  stage: Stage,
  chosen = '',
): Handle[] {
  const out: Handle[] = [];
  const add: Add = (stages, part, at, word, name, anchor, valueAt = (z) => z - part.floor) => {
    const thing = partAt(at);
    const extra = !stages.includes(stage);
    if (extra && thing !== chosen) return;
    const field = fieldAt(at);
    const value = readAt(s, at);
    if (!field || typeof value !== 'number') return;
    const { min, max } = rangeOf(s, at);
    const { kind, step } = field;
    const role = ROLED.has(word) ? (ROLE_WORDS[part.role] ?? part.role) : '';
    out.push({
      at,
      thing,
      extra,
      word,
      role,
      name,
      kind,
      value,
      min,
      max,
      step,
      ...anchor,
      valueAt,
      part,
    });
  };
  const handles = { s, a, scene, add };
  vesselHandles(handles);
  lineHandles(handles);
  drainHandles(handles);
  otherHandles(handles);
  return out.sort((p, q) => q.z - p.z);
}

/**
 * Adds a handle for one number of the document where its stage or the choice asks for it.
 *
 * @param part the vessel whose floor heights are counted from, unless `valueAt` says otherwise
 */
type Add = (
  stages: readonly Stage[],
  part: Vessel,
  at: string,
  word: string,
  name: string,
  anchor: DrawingPoint,
  valueAt?: (z: number) => number,
) => void;

interface Building {
  readonly s: SystemDocument;
  readonly a: Assessment;
  readonly scene: Scene;
  readonly add: Add;
}

/** Rim, media, water at rest and floor of each vessel. */
function vesselHandles({ s, a, scene, add }: Building) {
  for (const p of scene.vessels) {
    const v = p.vessel;
    const at = vesselAt(v.id);
    add(['vessels'], v, `${at}.shape.height`, 'rim', `Rim of ${v.name}`, {
      x: p.centre + p.top,
      z: v.floor + v.shape.height,
    });
    if (v.media)
      add(
        ['vessels', 'drain'],
        v,
        `${at}.media.top`,
        'media up to',
        `Top of the media in ${v.name}`,
        { x: p.right - 0.06, z: v.floor + v.media.top },
      );
    if (isStore(v)) {
      const { storage } = a.net.vessels[s.vessels.indexOf(v)]!;
      add(
        ['vessels'],
        v,
        `${at}.fill`,
        'water at rest',
        `Water at rest in ${v.name}`,
        { x: p.centre + p.bottom * 0.9, z: v.floor + levelAt(storage, v.fill) },
        (z) => volumeAt(storage, Math.min(v.shape.height, Math.max(0, z - v.floor))),
      );
    }
    add(
      isStore(v) ? ['vessels'] : ['vessels', 'lift'],
      v,
      `${at}.floor`,
      'floor at',
      `${v.name}, height above the ground`,
      { x: p.centre + p.bottom, z: v.floor },
      (z) => z,
    );
  }
}

/** Ends, peak, intake and float switch of each pumped line. */
function lineHandles({ s, scene, add }: Building) {
  const vessel = (id: string) => s.vessels.find((v) => v.id === id)!;
  for (const l of scene.lines) {
    const at = pathAt(l.path.id);
    const from = vessel(l.path.from);
    const to = vessel(l.path.to);
    const { name } = l.path;
    add(['lift'], to, `${at}.end`, 'pipe ends at', `End of ${name}`, l.end);
    if (l.path.peak)
      add(['lift'], to, `${at}.peak.height`, 'pipe rises to', `Highest point of ${name}`, {
        x: l.points[2]!.x,
        z: to.floor + l.path.peak.height,
      });
    for (const b of l.branches) {
      const fed = vessel(b.to);
      const end = `${at}.branches.${b.id}.end`;
      add(['lift'], fed, end, 'branch ends at', `End of ${name} in ${fed.name}`, b.end);
    }
    add(
      ['lift'],
      from,
      `${at}.pump.intake`,
      'pump intake',
      `Pump’s intake in ${from.name}`,
      l.pump,
    );
    const { float } = l.path;
    const p = scene.vessels.find((x) => x.vessel.id === float?.vessel);
    if (!float || !p) continue;
    const fills = float.off > float.on;
    for (const key of ['on', 'off'] as const)
      add(
        ['drain'],
        p.vessel,
        `${at}.float.${key}`,
        (fills ? { on: 'fill from', off: 'filled at' } : { on: 'empty from', off: 'emptied at' })[
          key
        ],
        key === 'on' ? `Float of ${name}, starts the pump` : `Float of ${name}, stops the pump`,
        { x: p.right, z: p.vessel.floor + float[key] },
      );
  }
}

/** Crest of each drain, and where a siphon breaks. */
function drainHandles({ s, scene, add }: Building) {
  for (const d of scene.drains) {
    const bed = s.vessels.find((v) => v.id === d.path.from)!;
    const at = pathAt(d.path.id);
    const lowest = scene.drains.every(
      (x) => x.path.from !== d.path.from || x.path.crest >= d.path.crest,
    );
    const word = isSiphon(d.path) ? 'standpipe' : lowest ? 'overflow' : 'backup overflow';
    add(['drain'], bed, `${at}.crest`, word, `Overflow height of ${d.path.name}`, {
      x: d.x,
      z: d.floor + d.path.crest,
    });
    if (isSiphon(d.path))
      add(['drain'], bed, `${at}.breakHeight`, 'stops at', `Height at which ${d.path.name} stops`, {
        x: d.x + (d.path.kind === 'bell-siphon' ? d.path.bellBore / 2 : -0.05),
        z: d.floor + d.path.breakHeight,
      });
  }
}

/** Pipes between vessels, and float valves. */
function otherHandles({ s, scene, add }: Building) {
  for (const w of scene.outlets) {
    const at = pathAt(w.path.id);
    const from = s.vessels.find((v) => v.id === w.path.from)!;
    const to = s.vessels.find((v) => v.id === w.path.to)!;
    if (w.path.kind === 'link' && w.path.height > 0)
      add(['drain'], from, `${at}.height`, 'passes at', `Lower edge of ${w.path.name}`, {
        x: w.points[0]!.x,
        z: from.floor + w.path.height,
      });
    if (w.path.kind === 'float-valve')
      add(['drain'], to, `${at}.level`, 'closes at', `Level at which ${w.path.name} closes`, {
        x: w.points[w.points.length - 1]!.x,
        z: to.floor + w.path.level,
      });
  }
}
