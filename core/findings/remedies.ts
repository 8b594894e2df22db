import { bore, head, mm, say } from '../quantity/index.ts';
import {
  beds,
  isSiphon,
  pumpedLines,
  standpipes,
  targetsOf,
  vesselOf,
  type PumpedLine,
  type SystemDocument,
} from '../system/index.ts';
import type { Assessment } from '../assess/assess.ts';
import { evenSplit } from '../assess/split.ts';
import { feedingPumps } from '../network/steady.ts';
import { crestsKnob, levelKnob, rootAirKnobs, wideMouth } from './drainKnobs.ts';
import {
  number,
  pipeSize,
  crestKnob,
  intakeKnob,
  fillKnob,
  valveKnob,
  pumpSizeKnob,
  heightKnob,
  widthKnob,
  timerKnobs,
  secondOverflow,
  ONCE,
  type Knob,
} from './knobs.ts';
import type { Finding } from './types.ts';
import { geometryKnobs } from './geometryKnobs.ts';

const endKnob = (s: SystemDocument, line: PumpedLine): Knob[] =>
  number(
    s,
    `${line.id}-end`,
    `paths.${line.id}.end`,
    -0.01,
    (a0, b0) => say`Lower the end of “${line.name}” by ${mm(a0 - b0)}`,
  );

const headKnob = (s: SystemDocument, line: PumpedLine): Knob[] =>
  number(
    s,
    `${line.id}-head`,
    `paths.${line.id}.pump.maxHead`,
    0.1,
    (_, b0) => say`Take a pump that reaches ${head(b0)}`,
  );

/** Knobs worth trying for a finding, the simplest in the hand first. */
export function knobsFor(s: SystemDocument, a: Assessment, f: Finding): Knob[] {
  const lines = pumpedLines(s);
  const line = lines.find((l) => l.id === f.about);
  const from = lines.filter((l) => l.from === f.about);
  const siphon = s.paths.filter(isSiphon).find((p) => p.id === f.about);
  const group = siphon
    ? a.net.vessels[s.vessels.findIndex((v) => v.id === siphon.from)]!.joined.map(
        (i) => s.vessels[i]!.id,
      )
    : [];
  /** Lines that fill a vessel, straight or through what passes water on to it. */
  const linesTo = (vessel: string): PumpedLine[] => {
    const pumps = feedingPumps(
      a.net,
      s.vessels.findIndex((v) => v.id === vessel),
    ).map((i) => a.net.paths[i]!.id);
    return lines.filter((l) => pumps.includes(l.id));
  };
  const feeding = siphon ? linesTo(siphon.from) : [];
  /** Beds that the pumps in a vessel fill, straight or through others. */
  const bedsFrom = (vessel: string): string[] =>
    beds(s).flatMap((b) => (linesTo(b.id).some((l) => l.from === vessel) ? [b.id] : []));
  switch (f.id) {
    case 'reserve':
    case 'tank-swing':
      return [
        ...fillKnob(s, f.about, 1),
        ...crestsKnob(s, bedsFrom(f.about), -1),
        ...(f.id === 'reserve' ? from.flatMap((l) => intakeKnob(s, l, -1)) : []),
        ...widthKnob(s, f.about, 1).map((k) => withFill(s, f.about, k)),
      ];
    case 'dry-run': {
      if (!line) return [];
      return [
        ...fillKnob(s, line.from, 1),
        ...crestsKnob(s, bedsFrom(line.from), -1),
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
      return beds(s).flatMap((v) => widthKnob(s, v.id, f.measured < f.limit ? 1 : -1));
    case 'loose-delivery':
      return line ? intakeKnob(s, line, 1) : [];
    case 'static-head':
      if (!line) return [];
      return [
        ...(line.valve !== null && f.measured < f.limit ? valveKnob(s, line, 1) : []),
        ...endKnob(s, line),
        ...headKnob(s, line),
      ];
    case 'runs-on':
      return line
        ? [
            {
              id: `${line.id}-vent`,
              ...ONCE,
              edits: () => [
                {
                  at: `paths.${line.id}.peak`,
                  to: { height: ventedPeak(s, a, line), vented: true },
                },
              ],
              label: () =>
                say`Lead “${line.name}” over a vented peak, ${mm(ventedPeak(s, a, line))} above the floor it feeds`,
            },
          ]
        : [];
    case 'duty-range':
      if (!line) return [];
      return f.measured < f.limit
        ? [
            ...valveKnob(s, line, 1),
            ...pipeSize(s, line.id, 1, `“${line.name}”`),
            ...headKnob(s, line),
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
        ...a.net.paths.flatMap((p) =>
          p.kind === 'drain' && group.includes(a.net.vessels[p.to]!.id)
            ? levelKnob(s, a.net.vessels[p.from]!.id)
            : [],
        ),
        ...feeding.flatMap((l) => valveKnob(s, l, 1)),
        ...pipeSize(s, siphon.id, -1, `the standpipe of “${siphon.name}”`),
        ...wideMouth(siphon),
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
      return siphon?.kind === 'bell-siphon' ? geometryKnobs(s, siphon.id, f) : [];
    case 'overflow-capacity':
      return [
        {
          id: `${f.about}-vent`,
          ...ONCE,
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
                ...ONCE,
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
            ...crestsKnob(s, bedsFrom(line.from), -1),
            ...pumpSizeKnob(s, line, 1),
          ]
        : [];
    case 'off-time':
      return line ? [...timerKnobs(s, line, 'off', 1), ...timerKnobs(s, line, 'on', -1)] : [];
    case 'root-air':
      return rootAirKnobs(s, a, f.about, linesTo(f.about));
    case 'service':
      return [
        {
          id: 'service-end',
          ...ONCE,
          edits: () => [{ at: 'service', to: null }],
          label: () => say`Let the beds run again`,
        },
      ];
    case 'even-split': {
      if (!line) return levelKnob(s, f.about);
      const edits = evenSplit(s, line);
      return edits.length
        ? [
            {
              id: `${line.id}-even`,
              ...ONCE,
              edits: () => edits,
              label: () =>
                say`Set the taps of “${line.name}” to ${openings(edits.map((e) => e.to as number))} open`,
            },
          ]
        : [];
    }
    case 'joined-lag':
    case 'row-filling':
      return s.paths.flatMap((p) =>
        p.kind === 'link' && (f.id === 'joined-lag' || p.id === f.about)
          ? pipeSize(s, p.id, 1, `“${p.name}”`)
          : [],
      );
    case 'chain-supply': {
      const into = lines.filter((l) => targetsOf(l).includes(f.about));
      return [
        ...into.flatMap((l) => [...cleanKnob(l), ...valveKnob(s, l, 1)]),
        ...from.flatMap((l) => [...valveKnob(s, l, -1), ...timerKnobs(s, l, 'on', -1)]),
        ...into.flatMap((l) => pumpSizeKnob(s, l, 1)),
      ];
    }
    case 'filter':
      return line ? cleanKnob(line) : [];
    case 'supply-lasts':
      return fillKnob(s, f.about, 1);
    case 'venturi':
      return line
        ? [
            ...number(
              s,
              `${line.id}-throat`,
              `paths.${line.id}.venturi.throat`,
              -0.0005,
              (_, b0) => say`Fit a venturi with a throat of ${bore(b0)}`,
            ),
            ...valveKnob(s, line, 1),
          ]
        : [];
    case 'air-lift':
      return line
        ? [...intakeKnob(s, line, -1), ...endKnob(s, line), ...fillKnob(s, line.from, 1)]
        : [];
    case 'pinholes': {
      const owner = lines.find((l) => l.id === f.about || l.branches.some((b) => b.id === f.about));
      if (!owner) return [];
      const at =
        owner.id === f.about ? `paths.${owner.id}` : `paths.${owner.id}.branches.${f.about}`;
      return [
        ...number(
          s,
          `${f.about}-holes`,
          `${at}.pinholes.diameter`,
          -0.0001,
          (_, b0) => say`Drill the holes only ${bore(b0)} wide`,
        ),
        ...number(
          s,
          `${f.about}-count`,
          `${at}.pinholes.count`,
          -1,
          (_, b0) => say`Drill only ${String(b0)} holes`,
        ),
      ];
    }
    case 'pots-stand':
      return [...crestKnob(s, f.about, -1)];
    default:
      return [];
  }
}

/** Height of a peak that stands clear of the water its line draws from, above the floor it feeds. */
function ventedPeak(s: SystemDocument, a: Assessment, line: PumpedLine): number {
  const from = s.vessels.findIndex((v) => v.id === line.from);
  const surface = s.vessels[from]!.floor + a.accounts.rest[from]!.level;
  const over = surface + 0.05 - vesselOf(s, line.to).floor;
  return Math.ceil(Math.max(line.end, over) * 200) / 200;
}

/** Openings in words: “55 %, 83 % and 100 %”. */
function openings(xs: readonly number[]): string {
  const words = xs.map((x) => `${Math.round(x * 1000) / 10} %`);
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}

const cleanKnob = (l: PumpedLine): Knob[] =>
  l.filter && l.filter.clogging > 0
    ? [
        {
          id: `${l.id}-rinse`,
          ...ONCE,
          edits: () => [{ at: `paths.${l.id}.filter.clogging`, to: 0 }],
          label: () => say`Rinse the filter of “${l.name}”`,
        },
      ]
    : [];

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
