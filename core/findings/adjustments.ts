import { PIPES, pipeById, type PipeSize } from '../catalogue/index.ts';
import { bore, flow, head, litres, mm, say, share, time, type Phrase } from '../quantity/index.ts';
import {
  drains,
  isDrain,
  isStore,
  rangeOf,
  readAt,
  vesselOf,
  type Edit,
  type PumpedLine,
  type SystemDocument,
} from '../system/index.ts';
import type { Assessment } from '../assess/assess.ts';

/**
 * What can be adjusted to mend a finding: changes of one thing in order, the smallest first. The search takes
 * the first that does it.
 */
export interface Adjustment {
  readonly id: string;
  readonly count: number;
  /** The edits of the k-th change, k from 0. */
  readonly edits: (k: number) => Edit[];
  readonly label: (k: number) => Phrase;
  /** Larger changes are never worse: the search may leap. Otherwise each is tried in turn. */
  readonly graded: boolean;
}

/**
 * A change that is made or not, without a size.
 *
 * @returns none where there is nothing to change
 */
export const once = (id: string, edits: readonly Edit[], label: Phrase): Adjustment[] =>
  edits.length
    ? [{ id, count: 1, graded: false, edits: () => [...edits], label: () => label }]
    : [];

type Say = (from: number, to: number) => Phrase;

/** One number: from where it stands towards an end, in steps of the field. */
export function adjustNumber(
  s: SystemDocument,
  id: string,
  at: string,
  step: number,
  label: Say,
  also: (to: number) => Edit[] = () => [],
): Adjustment[] {
  const from = readAt(s, at);
  if (typeof from !== 'number') return [];
  const { min, max } = rangeOf(s, at);
  const size = Math.abs(step);
  // Land on round multiples of the step.
  const first = step > 0 ? Math.floor(from / size + 1e-6) + 1 : Math.ceil(from / size - 1e-6) - 1;
  const last = step > 0 ? Math.floor(max / size + 1e-6) : Math.ceil(min / size - 1e-6);
  const count = Math.min(400, Math.max(0, Math.abs(last - first) + 1));
  if ((step > 0 && first > last) || (step < 0 && first < last)) return [];
  const value = (k: number) => Math.round((first + Math.sign(step) * k) * size * 1e7) / 1e7;
  return [
    {
      id,
      count,
      graded: true,
      edits: (k) => [{ at, to: value(k) }, ...also(value(k))],
      label: (k) => label(from, value(k)),
    },
  ];
}

/** Sizes of the same family as a path's pipe, smaller or larger than its bore, nearest first. */
function sizes(current: string, d: number, direction: 1 | -1): PipeSize[] {
  const family = pipeById(current)?.family ?? 'schedule-40';
  return PIPES.filter((p) => p.family === family && (p.bore - d) * direction > 1e-6).sort(
    (a, b) => (a.bore - b.bore) * direction,
  );
}

/**
 * Another size of the same family of pipes, the nearest first. What was measured of the old pipe is taken back.
 *
 * @param direction 1: wider, −1: narrower
 * @param what is made of it, in words: “the overflow”
 */
export function adjustPipeSize(
  s: SystemDocument,
  path: string,
  direction: 1 | -1,
  what: string,
): Adjustment[] {
  const p = s.paths.find((x) => x.id === path);
  if (!p || !('bore' in p)) return [];
  const list = sizes(p.pipe, p.bore, direction);
  const edits = (k: number): Edit[] => {
    const size = list[k]!;
    const out: Edit[] = [
      { at: `paths.${path}.pipe`, to: size.id },
      { at: `paths.${path}.bore`, to: size.bore },
    ];
    if (p.kind === 'standpipe' && (p.mouth < size.bore || p.mouth === p.bore)) {
      out.push({ at: `paths.${path}.mouth`, to: size.bore });
    }
    if (p.kind === 'bell-siphon' && p.mouth < size.bore) {
      out.push({ at: `paths.${path}.mouth`, to: size.bore });
      out.push({ at: `paths.${path}.mouthOutside`, to: size.outside ?? size.bore });
    }
    for (const m of s.measurements) {
      if (
        (m.kind === 'bore' || m.kind === 'flow' || m.kind === 'starting-flow') &&
        m.path === path
      ) {
        out.push({ at: `measurements.${m.id}`, to: undefined });
      }
    }
    return out;
  };
  return list.length
    ? [
        {
          id: `${path}-pipe-${direction > 0 ? 'wider' : 'narrower'}`,
          count: list.length,
          graded: false,
          edits,
          label: (k) => say`Make ${what} of ${list[k]!.name}, ${bore(list[k]!.bore)} bore`,
        },
      ]
    : [];
}

const L_H = 1e-3 / 3600;

/**
 * Moves the lowest standpipe of a bed in steps of 5 mm.
 *
 * @param dir 1: higher, −1: lower
 */
export const adjustCrest = (s: SystemDocument, bed: string, dir: 1 | -1): Adjustment[] =>
  drains(s)
    .filter((p) => p.from === bed)
    .sort((a, b) => a.crest - b.crest)
    .slice(0, 1)
    .flatMap((p) =>
      adjustNumber(s, `${p.id}-crest`, `paths.${p.id}.crest`, dir * 0.005, (from, to) =>
        dir < 0
          ? say`Cut the standpipe of “${p.name}” ${mm(from - to)} shorter, to ${mm(to)}`
          : say`Raise the standpipe of “${p.name}” by ${mm(to - from)}, to ${mm(to)}`,
      ),
    );

/** Moves a pump in steps of 10 mm. @param dir 1: higher, −1: lower */
export const adjustIntake = (s: SystemDocument, line: PumpedLine, dir: 1 | -1): Adjustment[] =>
  adjustNumber(s, `${line.id}-intake`, `paths.${line.id}.pump.intake`, dir * 0.01, (from, to) =>
    dir < 0
      ? say`Lower the pump ${mm(from - to)}, to ${mm(to)} off the floor`
      : say`Raise the pump ${mm(to - from)}, to ${mm(to)} off the floor`,
  );

/** Changes the water of a vessel in steps of 5 L. @param dir 1: more, −1: less */
export const adjustFill = (s: SystemDocument, vessel: string, dir: 1 | -1): Adjustment[] => {
  const v = vesselOf(s, vessel);
  return adjustNumber(s, `${vessel}-fill`, `vessels.${vessel}.fill`, dir * 0.005, (from, to) =>
    dir > 0
      ? say`Top up “${v.name}” by ${litres(to - from)}, to ${litres(to)}`
      : say`Take ${litres(from - to)} out of “${v.name}”, down to ${litres(to)}`,
  );
};

/**
 * Turns the valve of a line in steps of 5 %; where it has none, one is fitted to hold it back.
 *
 * @param dir 1: opens it, −1: closes it
 */
export const adjustValve = (s: SystemDocument, line: PumpedLine, dir: 1 | -1): Adjustment[] =>
  line.valve === null
    ? dir < 0
      ? [
          {
            id: `${line.id}-valve`,
            count: 18,
            graded: true,
            edits: (k) => [
              { at: `paths.${line.id}.valve`, to: Math.round((0.95 - 0.05 * k) * 100) / 100 },
            ],
            label: (k) => say`Fit a tap in “${line.name}” and open it ${share(0.95 - 0.05 * k)}`,
          },
        ]
      : []
    : adjustNumber(s, `${line.id}-valve`, `paths.${line.id}.valve`, dir * 0.05, (_, to) =>
        dir < 0
          ? say`Close the tap of “${line.name}” to ${share(to)} open`
          : say`Open the tap of “${line.name}” to ${share(to)}`,
      );

/**
 * Another pump, in steps of 100 L/h on its box; its measured flow is taken back. None where its curve is known
 * by points.
 *
 * @param dir 1: stronger, −1: smaller
 */
export const adjustPumpFlow = (s: SystemDocument, line: PumpedLine, dir: 1 | -1): Adjustment[] => {
  const clear: Edit[] = s.measurements
    .filter((m) => m.kind === 'flow' && m.path === line.id)
    .map((m) => ({ at: `measurements.${m.id}`, to: undefined }));
  return line.pump.points
    ? []
    : adjustNumber(
        s,
        `${line.id}-pump`,
        `paths.${line.id}.pump.maxFlow`,
        dir * 100 * L_H,
        (_, to) => say`Take a ${dir > 0 ? 'stronger' : 'smaller'} pump: ${flow(to)} on the box`,
        () => clear,
      );
};

/** A taller vessel, in steps of 10 mm. */
export const adjustHeight = (s: SystemDocument, vessel: string): Adjustment[] => {
  const v = vesselOf(s, vessel);
  return adjustNumber(
    s,
    `${vessel}-height`,
    `vessels.${vessel}.shape.height`,
    0.01,
    (from, to) => say`Take a vessel ${mm(to - from)} taller for “${v.name}”: ${mm(to)}`,
  );
};

/** A vessel is not asked to grow by more than this share of its width. */
const MOST_GROWTH = 0.6;

/**
 * A longer or wider vessel, in steps of 50 mm and up to 0.6 more; a box or a cylinder only.
 *
 * @param dir 1: larger, −1: smaller
 * @param keepsLevel its water grows with it, so that it stands as high as before
 */
export const adjustWidth = (
  s: SystemDocument,
  vessel: string,
  dir: 1 | -1,
  keepsLevel = false,
): Adjustment[] => {
  const v = vesselOf(s, vessel);
  const { shape } = v;
  if (shape.kind !== 'box' && shape.kind !== 'cylinder') return [];
  const [key, was, word, power] =
    shape.kind === 'box'
      ? (['length', shape.length, 'long', 1] as const)
      : (['diameter', shape.diameter, 'across', 2] as const);
  const filled = (to: number): Edit => ({
    at: `vessels.${vessel}.fill`,
    to: Math.round(v.fill * (to / was) ** power * 1e4) / 1e4,
  });
  return adjustNumber(
    s,
    `${vessel}-${key}`,
    `vessels.${vessel}.shape.${key}`,
    dir * 0.05,
    (_, to) => say`Make “${v.name}” ${mm(to)} ${word}`,
    (to) => (keepsLevel ? [filled(to)] : []),
  ).map((k) => ({ ...k, count: Math.min(k.count, Math.ceil((MOST_GROWTH * was) / 0.05)) }));
};

/**
 * Changes the runs or the pauses of a line's timer, in steps of a minute; programs by the clock are spread over
 * the same hours. None where the pump is always on.
 *
 * @param what the runs or the pauses
 * @param dir 1: longer, −1: shorter
 */
export function adjustTimer(
  s: SystemDocument,
  line: PumpedLine,
  what: 'on' | 'off',
  dir: 1 | -1,
): Adjustment[] {
  const control = s.controls.find((c) => c.id === line.control);
  if (!control || control.kind === 'always-on') return [];
  const at = `controls.${control.id}`;
  if (control.kind === 'interval') {
    return adjustNumber(s, `${control.id}-${what}`, `${at}.${what}`, dir * 60, (_, to) =>
      what === 'on'
        ? say`Run the pump ${time(to)} at a time`
        : say`Let it rest ${time(to)} between floods`,
    );
  }
  if (!control.rows.length) return [];
  if (what === 'on') {
    const longest = Math.max(...control.rows.map((r) => r.on));
    const shortest = Math.min(...control.rows.map((r) => r.on));
    const from = dir > 0 ? shortest : longest;
    const value = (k: number) => Math.round(from / 60) * 60 + dir * 60 * (k + 1);
    const count = dir > 0 ? 120 : Math.max(0, Math.round(from / 60) - 1);
    return [
      {
        id: `${control.id}-on`,
        count,
        graded: true,
        edits: (k) => [
          {
            at: `${at}.rows`,
            to: control.rows.map((r) => ({
              ...r,
              on: dir > 0 ? Math.max(r.on, value(k)) : Math.min(r.on, value(k)),
            })),
          },
        ],
        label: (k) => say`Set every program to ${time(value(k))}`,
      },
    ];
  }
  // Fewer, evenly spread programs make longer pauses.
  const n = control.rows.length;
  const on = Math.max(...control.rows.map((r) => r.on));
  return n < 2
    ? []
    : [
        {
          id: `${control.id}-rows`,
          count: n - 1,
          graded: true,
          edits: (k) => {
            const rows = n - 1 - k;
            const from = Math.min(...control.rows.map((r) => r.start));
            const till = Math.max(...control.rows.map((r) => r.start));
            const gap = rows > 1 ? (till - from) / (rows - 1) : 0;
            return [
              {
                at: `${at}.rows`,
                to: Array.from({ length: rows }, (_, i) => ({
                  start: Math.round((from + i * gap) / 60) * 60,
                  on,
                })),
              },
            ];
          },
          label: (k) => say`Spread ${String(n - 1 - k)} programs over the same hours`,
        },
      ];
}

/** A second overflow beside the main drain, in the path's own units. */
export function addSecondOverflow(s: SystemDocument, a: Assessment, bed: string): Adjustment[] {
  const v = vesselOf(s, bed);
  const figures = a.beds.find((b) => b.id === bed);
  const main = s.paths.find((p) => p.id === figures?.mainDrain);
  if (!main || !isDrain(main) || !figures) return [];
  const list = PIPES.filter((p) => p.family === 'schedule-40' && p.bore > 0.02);
  let id = 'spare';
  for (let i = 2; s.paths.some((p) => p.id === id); i++) id = `spare-${i}`;
  const crest = Math.min(
    v.shape.height - 0.02,
    Math.ceil((Math.max(figures.highest, main.crest) + 0.015) / 0.005) * 0.005,
  );
  const round = Math.round(crest * 1e4) / 1e4;
  return [
    {
      id: `${bed}-second`,
      count: list.length,
      graded: false,
      edits: (k) => [
        {
          at: `paths.${id}`,
          to: {
            id,
            name: 'Second overflow',
            kind: 'standpipe',
            from: bed,
            to: main.to,
            pipe: list[k]!.id,
            bore: list[k]!.bore,
            run: 0.05,
            crest: round,
            mouth: list[k]!.bore,
            drop: main.drop,
            elbows: 0,
            vented: true,
            fromBottom: false,
            weep: null,
          },
        },
      ],
      label: (k) =>
        say`Add a second overflow of ${list[k]!.name}, vented, its crest at ${mm(round)}`,
    },
  ];
}

/** Leans the rim of a vessel towards one that stands lower; none where there is no such, or it leans already. */
export function leanRim(s: SystemDocument, vessel: string, to: string | undefined): Adjustment[] {
  const v = vesselOf(s, vessel);
  const under = s.vessels.find((x) => x.id === to);
  return !under || v.rimTo !== null || under.floor >= v.floor
    ? []
    : once(
        `${vessel}-rim`,
        [{ at: `vessels.${vessel}.rimTo`, to: under.id }],
        say`Lean the rim of “${v.name}” so that it spills into “${under.name}”`,
      );
}

const CREST_STEP = 0.005;

/** Crests of several beds moved together, the lowest drain of each with what stands over it. */
export function adjustCrests(
  s: SystemDocument,
  vessels: readonly string[],
  dir: 1 | -1,
): Adjustment[] {
  const sets = vessels.map((v) => drains(s).filter((p) => p.from === v)).filter((x) => x.length);
  if (sets.length < 2) return vessels.flatMap((v) => adjustCrest(s, v, dir));
  const all = sets.flat();
  const room = Math.min(
    ...all.map((p) => {
      const { min, max } = rangeOf(s, `paths.${p.id}.crest`);
      return dir < 0 ? p.crest - min : max - p.crest;
    }),
  );
  const count = Math.min(100, Math.floor(room / CREST_STEP + 1e-6));
  const by = (k: number) => CREST_STEP * (k + 1);
  const to = (crest: number, k: number) => Math.round((crest + dir * by(k)) * 1e4) / 1e4;
  return count < 1
    ? []
    : [
        {
          id: `crests-${dir < 0 ? 'lower' : 'higher'}`,
          count,
          graded: true,
          edits: (k) => all.map((p): Edit => ({ at: `paths.${p.id}.crest`, to: to(p.crest, k) })),
          label: (k) =>
            dir < 0
              ? say`Cut the standpipes of all ${String(sets.length)} beds ${mm(by(k))} shorter`
              : say`Raise the standpipes of all ${String(sets.length)} beds by ${mm(by(k))}`,
        },
      ];
}

/** The overflows of a store that leads to several beds, brought to the height of the lowest. */
export function levelOverflows(s: SystemDocument, store: string): Adjustment[] {
  const v = vesselOf(s, store);
  const own = drains(s).filter((p) => p.from === store && !isStore(vesselOf(s, p.to)));
  const low = Math.min(...own.map((p) => p.crest));
  const off = own.filter((p) => p.crest > low + 1e-6);
  return once(
    `${store}-level`,
    off.map((p): Edit => ({ at: `paths.${p.id}.crest`, to: low })),
    say`Cut the ${String(own.length)} overflows of “${v.name}” level, at ${mm(low)}`,
  );
}

/** Lowers the end of a line. */
export const adjustLineEnd = (s: SystemDocument, line: PumpedLine): Adjustment[] =>
  adjustNumber(
    s,
    `${line.id}-end`,
    `paths.${line.id}.end`,
    -0.01,
    (a0, b0) => say`Lower the end of “${line.name}” by ${mm(a0 - b0)}`,
  );

/** A pump that reaches higher. */
export const adjustPumpHead = (s: SystemDocument, line: PumpedLine): Adjustment[] =>
  adjustNumber(
    s,
    `${line.id}-head`,
    `paths.${line.id}.pump.maxHead`,
    0.1,
    (_, b0) => say`Take a pump that reaches ${head(b0)}`,
  );

/** Rinses a clogged filter. */
export const cleanFilter = (l: PumpedLine): Adjustment[] =>
  l.filter && l.filter.clogging > 0
    ? once(
        `${l.id}-rinse`,
        [{ at: `paths.${l.id}.filter.clogging`, to: 0 }],
        say`Rinse the filter of “${l.name}”`,
      )
    : [];
