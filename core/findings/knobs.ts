import { PIPES, pipeById, type PipeSize } from '../catalogue/index.ts';
import { bore, flow, head, litres, mm, say, share, time, type Phrase } from '../quantity/index.ts';
import {
  bellSiphons,
  pumpedLines,
  rangeOf,
  readAt,
  standpipes,
  vesselOf,
  type Edit,
  type PumpedLine,
  type SystemDocument,
} from '../system/index.ts';
import type { Assessment } from '../network/assess.ts';
import type { Finding } from './types.ts';

/**
 * What may be turned to mend a finding. A knob offers changes in order, the smallest first; the
 * search in `fixes.ts` takes the first that does it.
 */
export interface Knob {
  readonly id: string;
  readonly count: number;
  /** The edits of the k-th change, k from 0. */
  readonly edits: (k: number) => Edit[];
  readonly label: (k: number) => Phrase;
  /** Larger changes are never worse: the search may leap. Otherwise each is tried in turn. */
  readonly graded: boolean;
}

type Say = (from: number, to: number) => Phrase;

/** A knob on one number: from where it stands towards an end, in steps of the field. */
function number(
  s: SystemDocument,
  id: string,
  at: string,
  step: number,
  label: Say,
  also: (to: number) => Edit[] = () => [],
): Knob[] {
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

function pipeSize(s: SystemDocument, path: string, direction: 1 | -1, what: string): Knob[] {
  const p = s.paths.find((x) => x.id === path);
  if (!p) return [];
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

const crestKnob = (s: SystemDocument, bed: string, dir: 1 | -1): Knob[] =>
  [...bellSiphons(s), ...standpipes(s)]
    .filter((p) => p.from === bed)
    .sort((a, b) => a.crest - b.crest)
    .slice(0, 1)
    .flatMap((p) =>
      number(s, `${p.id}-crest`, `paths.${p.id}.crest`, dir * 0.005, (from, to) =>
        dir < 0
          ? say`Cut the standpipe of “${p.name}” ${mm(from - to)} shorter, to ${mm(to)}`
          : say`Raise the standpipe of “${p.name}” by ${mm(to - from)}, to ${mm(to)}`,
      ),
    );

const intakeKnob = (s: SystemDocument, line: PumpedLine, dir: 1 | -1): Knob[] =>
  number(s, `${line.id}-intake`, `paths.${line.id}.pump.intake`, dir * 0.01, (from, to) =>
    dir < 0
      ? say`Lower the pump ${mm(from - to)}, to ${mm(to)} off the floor`
      : say`Raise the pump ${mm(to - from)}, to ${mm(to)} off the floor`,
  );

const fillKnob = (s: SystemDocument, vessel: string, dir: 1 | -1): Knob[] => {
  const v = vesselOf(s, vessel);
  return number(s, `${vessel}-fill`, `vessels.${vessel}.fill`, dir * 0.005, (from, to) =>
    dir > 0
      ? say`Top up “${v.name}” by ${litres(to - from)}, to ${litres(to)}`
      : say`Take ${litres(from - to)} out of “${v.name}”, down to ${litres(to)}`,
  );
};

const valveKnob = (s: SystemDocument, line: PumpedLine, dir: 1 | -1): Knob[] =>
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
    : number(s, `${line.id}-valve`, `paths.${line.id}.valve`, dir * 0.05, (_, to) =>
        dir < 0
          ? say`Close the tap of “${line.name}” to ${share(to)} open`
          : say`Open the tap of “${line.name}” to ${share(to)}`,
      );

const pumpSizeKnob = (s: SystemDocument, line: PumpedLine, dir: 1 | -1): Knob[] => {
  const clear: Edit[] = s.measurements
    .filter((m) => m.kind === 'flow' && m.path === line.id)
    .map((m) => ({ at: `measurements.${m.id}`, to: undefined }));
  return line.pump.points
    ? []
    : number(
        s,
        `${line.id}-pump`,
        `paths.${line.id}.pump.maxFlow`,
        dir * 100 * L_H,
        (_, to) => say`Take a ${dir > 0 ? 'stronger' : 'smaller'} pump: ${flow(to)} on the box`,
        () => clear,
      );
};

const heightKnob = (s: SystemDocument, vessel: string): Knob[] => {
  const v = vesselOf(s, vessel);
  return number(
    s,
    `${vessel}-height`,
    `vessels.${vessel}.shape.height`,
    0.01,
    (from, to) => say`Take a vessel ${mm(to - from)} taller for “${v.name}”: ${mm(to)}`,
  );
};

/** A vessel is not asked to grow by more than this share of its width. */
const MOST_GROWTH = 0.6;

const widthKnob = (s: SystemDocument, vessel: string, dir: 1 | -1): Knob[] => {
  const v = vesselOf(s, vessel);
  const key = v.shape.kind === 'box' ? 'length' : v.shape.kind === 'cylinder' ? 'diameter' : null;
  if (!key) return [];
  const word = key === 'length' ? 'long' : 'across';
  const was = v.shape[key as keyof typeof v.shape] as unknown as number;
  return number(
    s,
    `${vessel}-${key}`,
    `vessels.${vessel}.shape.${key}`,
    dir * 0.05,
    (_, to) => say`Make “${v.name}” ${mm(to)} ${word}`,
  ).map((k) => ({ ...k, count: Math.min(k.count, Math.ceil((MOST_GROWTH * was) / 0.05)) }));
};

function timerKnobs(s: SystemDocument, line: PumpedLine, what: 'on' | 'off', dir: 1 | -1): Knob[] {
  const control = s.controls.find((c) => c.id === line.control);
  if (!control || control.kind === 'always-on') return [];
  const at = `controls.${control.id}`;
  if (control.kind === 'interval') {
    return number(s, `${control.id}-${what}`, `${at}.${what}`, dir * 60, (_, to) =>
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
function secondOverflow(s: SystemDocument, a: Assessment, bed: string): Knob[] {
  const v = vesselOf(s, bed);
  const figures = a.beds.find((b) => b.id === bed);
  const main = s.paths.find((p) => p.id === figures?.mainDrain);
  if (!main || main.kind === 'pumped-line' || !figures) return [];
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
            weep: null,
          },
        },
      ],
      label: (k) =>
        say`Add a second overflow of ${list[k]!.name}, vented, its crest at ${mm(round)}`,
    },
  ];
}

/** Knobs worth trying for a finding, the simplest in the hand first. */
export function knobsFor(s: SystemDocument, a: Assessment, f: Finding): Knob[] {
  const lines = pumpedLines(s);
  const line = lines.find((l) => l.id === f.about);
  const from = lines.filter((l) => l.from === f.about);
  const siphon = bellSiphons(s).find((p) => p.id === f.about);
  const feeding = siphon ? lines.filter((l) => l.to === siphon.from) : [];
  switch (f.id) {
    case 'reserve':
    case 'tank-swing':
      return [
        ...fillKnob(s, f.about, 1),
        ...from.flatMap((l) => crestKnob(s, l.to, -1)),
        ...(f.id === 'reserve' ? from.flatMap((l) => intakeKnob(s, l, -1)) : []),
        ...widthKnob(s, f.about, 1).map((k) => withFill(s, f.about, k)),
      ];
    case 'dry-run': {
      if (!line) return [];
      return [
        ...fillKnob(s, line.from, 1),
        ...crestKnob(s, line.to, -1),
        ...intakeKnob(s, line, -1),
      ];
    }
    case 'backflow-room':
      return [...fillKnob(s, f.about, -1), ...heightKnob(s, f.about)];
    case 'spill':
      return s.vessels.flatMap((v) =>
        v.id !== f.about
          ? []
          : v.role === 'bed'
            ? [...secondOverflow(s, a, v.id), ...crestKnob(s, v.id, -1)]
            : [...fillKnob(s, v.id, -1), ...heightKnob(s, v.id)],
      );
    case 'dry-layer': {
      const more = f.measured < f.limit;
      const v = vesselOf(s, f.about);
      return [
        ...number(
          s,
          `${v.id}-media`,
          `vessels.${v.id}.media.top`,
          more ? 0.005 : -0.005,
          (a0, b0) =>
            more
              ? say`Add ${mm(b0 - a0)} of stones, up to ${mm(b0)}`
              : say`Take ${mm(a0 - b0)} of stones off, down to ${mm(b0)}`,
        ),
        ...crestKnob(s, v.id, more ? -1 : 1),
      ];
    }
    case 'bed-to-tank':
      return from.slice(0, 1).flatMap((l) => widthKnob(s, l.to, f.measured < f.limit ? 1 : -1));
    case 'loose-delivery':
      return line ? intakeKnob(s, line, 1) : [];
    case 'static-head':
      if (!line) return [];
      return [
        ...(line.valve !== null && f.measured < f.limit ? valveKnob(s, line, 1) : []),
        ...number(
          s,
          `${line.id}-end`,
          `paths.${line.id}.end`,
          -0.01,
          (a0, b0) => say`Lower the end of “${line.name}” by ${mm(a0 - b0)}`,
        ),
        ...number(
          s,
          `${line.id}-head`,
          `paths.${line.id}.pump.maxHead`,
          0.1,
          (_, b0) => say`Take a pump that reaches ${head(b0)}`,
        ),
      ];
    case 'duty-range':
      if (!line) return [];
      return f.measured < f.limit
        ? [
            ...valveKnob(s, line, 1),
            ...pipeSize(s, line.id, 1, `“${line.name}”`),
            ...number(
              s,
              `${line.id}-head`,
              `paths.${line.id}.pump.maxHead`,
              0.1,
              (_, b0) => say`Take a pump that reaches ${head(b0)}`,
            ),
          ]
        : [...valveKnob(s, line, -1)];
    case 'hose-bore':
      if (!line) return [];
      return f.kind === 'velocity' && f.measured < f.limit
        ? pipeSize(s, line.id, -1, `“${line.name}”`)
        : [...pipeSize(s, line.id, 1, `“${line.name}”`), ...valveKnob(s, line, -1)];
    case 'turnover': {
      const more = f.measured < f.limit;
      return from.flatMap((l) => [
        ...valveKnob(s, l, more ? 1 : -1),
        ...timerKnobs(s, l, 'on', more ? 1 : -1),
        ...pumpSizeKnob(s, l, more ? 1 : -1),
      ]);
    }
    case 'siphon-start':
      if (!siphon) return [];
      return [
        ...feeding.flatMap((l) => valveKnob(s, l, 1)),
        ...pipeSize(s, siphon.id, -1, `the standpipe of “${siphon.name}”`),
        ...feeding.flatMap((l) => pumpSizeKnob(s, l, 1)),
        ...standpipes(s)
          .filter((p) => p.from === siphon.from)
          .flatMap((p) =>
            number(
              s,
              `${p.id}-crest`,
              `paths.${p.id}.crest`,
              0.005,
              (a0, b0) => say`Raise “${p.name}” by ${mm(b0 - a0)}, clear of the siphon’s start`,
            ),
          ),
      ];
    case 'siphon-stop':
      if (!siphon) return [];
      return [
        ...feeding.flatMap((l) => valveKnob(s, l, -1)),
        ...number(
          s,
          `${siphon.id}-drop`,
          `paths.${siphon.id}.drop`,
          0.02,
          (a0, b0) => say`Let the pipe of “${siphon.name}” fall ${mm(b0 - a0)} further`,
        ),
        ...pipeSize(s, siphon.id, 1, `the standpipe of “${siphon.name}”`),
      ];
    case 'siphon-geometry':
      return siphon ? geometryKnobs(s, siphon.id, f) : [];
    case 'overflow-capacity':
      return [
        {
          id: `${f.about}-vent`,
          count: 1,
          graded: false,
          edits: () => [{ at: `paths.${f.about}.vented`, to: true }],
          label: () => say`Fit a vent to the drop pipe, above the highest water`,
        },
        ...pipeSize(s, f.about, 1, 'the overflow'),
      ];
    case 'second-way-out': {
      const v = vesselOf(s, f.about);
      const main = a.beds.find((b) => b.id === v.id)?.mainDrain;
      const second = standpipes(s).find((p) => p.from === v.id && p.id !== main);
      const target = s.paths.find((p) => p.from === v.id)?.to;
      return [
        ...(second ? pipeSize(s, second.id, 1, `“${second.name}”`) : secondOverflow(s, a, v.id)),
        ...(target !== undefined && v.rimTo === null && vesselOf(s, target).floor < v.floor
          ? [
              {
                id: `${v.id}-rim`,
                count: 1,
                graded: false,
                edits: () => [{ at: `vessels.${v.id}.rimTo`, to: target }],
                label: () =>
                  say`Lean the rim of “${v.name}” so that it spills into “${vesselOf(s, target).name}”`,
              },
            ]
          : []),
      ];
    }
    case 'on-time':
      return line
        ? [
            ...timerKnobs(s, line, 'on', 1),
            ...valveKnob(s, line, 1),
            ...crestKnob(s, line.to, -1),
            ...pumpSizeKnob(s, line, 1),
          ]
        : [];
    case 'off-time':
      return line ? [...timerKnobs(s, line, 'off', 1), ...timerKnobs(s, line, 'on', -1)] : [];
    case 'root-air':
      return lines
        .filter((l) => l.to === f.about)
        .flatMap((l) => [...timerKnobs(s, l, 'off', 1), ...timerKnobs(s, l, 'on', -1)]);
    default:
      return [];
  }
}

/** A wider vessel is filled to the level it had. */
function withFill(s: SystemDocument, vessel: string, knob: Knob): Knob {
  const v = vesselOf(s, vessel);
  return {
    ...knob,
    edits: (k) => {
      const [edit] = knob.edits(k);
      const to = edit!.to as number;
      const key = edit!.at.endsWith('diameter') ? 'diameter' : 'length';
      const was = v.shape[key as keyof typeof v.shape] as unknown as number;
      const grow = key === 'diameter' ? (to / was) ** 2 : to / was;
      return [edit!, { at: `vessels.${vessel}.fill`, to: Math.round(v.fill * grow * 1e4) / 1e4 }];
    },
  };
}

function geometryKnobs(s: SystemDocument, id: string, f: Finding): Knob[] {
  const at = `paths.${id}`;
  switch (f.part) {
    case 'gap':
      return number(
        s,
        `${id}-gap`,
        `${at}.gap`,
        0.005,
        (_, b) => say`Leave ${mm(b)} under the bell’s top`,
      );
    case 'ring': {
      const list = PIPES.filter((p) => p.family === 'schedule-40');
      const p = bellSiphons(s).find((x) => x.id === id)!;
      const wider = list.filter((x) => x.bore > p.bellBore + 1e-6);
      return [
        {
          id: `${id}-bell`,
          count: wider.length,
          graded: false,
          edits: (k) => [
            { at: `${at}.bellBore`, to: wider[k]!.bore },
            ...(p.guard && p.guard.diameter < wider[k]!.bore + 0.035
              ? [
                  {
                    at: `${at}.guard.diameter`,
                    to: Math.ceil((wider[k]!.bore + 0.035) * 200) / 200,
                  },
                ]
              : []),
          ],
          label: (k) => say`Make the bell of ${wider[k]!.name}, ${bore(wider[k]!.bore)} bore`,
        },
      ];
    }
    case 'notches':
      return number(
        s,
        `${id}-notches`,
        `${at}.notches.count`,
        1,
        (_, b) => say`Cut ${String(b)} notches`,
      );
    case 'break': {
      const more = f.measured < f.limit;
      return number(
        s,
        `${id}-break`,
        `${at}.breakHeight`,
        more ? 0.005 : -0.005,
        (_, b) => say`Cut the notches ${mm(b)} high`,
      );
    }
    case 'drop':
      return number(
        s,
        `${id}-drop`,
        `${at}.drop`,
        0.01,
        (_, b) => say`Let the pipe fall ${mm(b)} under the floor`,
      );
    case 'guard':
      return number(
        s,
        `${id}-guard`,
        `${at}.guard.diameter`,
        0.005,
        (_, b) => say`Take a guard of ${mm(b)}`,
      );
    case 'slots': {
      const p = bellSiphons(s).find((x) => x.id === id)!;
      const need = (3 * Math.PI * p.bore ** 2) / 4;
      const to = Math.ceil(need * 1e4) / 1e4;
      return [
        {
          id: `${id}-slots`,
          count: 1,
          graded: false,
          edits: () => [{ at: `${at}.guard.slotArea`, to }],
          label: () => say`Slot the guard low until ${String(Math.round(to * 1e4))} cm² are open`,
        },
      ];
    }
    default:
      return [];
  }
}
