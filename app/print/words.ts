import { fittingById, pipeById, timerById } from '../../core/catalogue';
import {
  deliveryFlow,
  drainTime,
  pumpDutyFlow,
  fillTime,
  floodsADay,
  pumpStaticHead,
  startingFlow,
  type Figures,
} from '../../core/derived';
import { formatClock, type QuantityKind, inSentence } from '../../core/quantity';
import {
  controlOf,
  isDrain,
  vesselOf,
  type PumpedLine,
  type SystemDocument,
  type WaterPath,
} from '../../core/system';

/** What every pipe of a system is and does, in sentences to build by. */

/** A number with its unit, as the person has chosen it. */
export type ShowQuantity = (value: number, kind: QuantityKind) => string;

const pipe = (p: { pipe: string; bore: number }, f: ShowQuantity): string =>
  pipeById(p.pipe)?.name ?? f(p.bore, 'bore');

function rhythm(s: SystemDocument, line: PumpedLine, f: ShowQuantity): string {
  const c = controlOf(s, line);
  if (c.kind === 'always-on') return 'is always on';
  const device = timerById(c.device)?.name ?? c.device;
  return c.kind === 'interval'
    ? `runs ${f(c.on, 'time')} on, ${f(c.off, 'time')} off (${device})`
    : `runs at ${c.rows.map((r) => `${formatClock(r.start)} for ${f(r.on, 'time')}`).join(', ')} (${device})`;
}

/** What sits in a line besides its pipe. */
function fitted(s: SystemDocument, line: PumpedLine, f: ShowQuantity): string[] {
  const holes = line.pinholes;
  return [
    ...line.fittings
      .filter((x) => x.count > 0)
      .map((x) => `${x.count} × ${inSentence(fittingById(x.fitting)?.name ?? x.fitting)}`),
    ...(line.valve === null || line.branches.length ? [] : [`tap ${f(line.valve, 'share')} open`]),
    ...(line.checkValve ? ['check valve'] : []),
    ...(line.filter ? ['solids filter'] : []),
    ...(line.venturi ? [`venturi of ${f(line.venturi.throat, 'bore')}`] : []),
    ...(holes ? [`${holes.count} holes of ${f(holes.diameter, 'bore')}`] : []),
    ...(line.float
      ? [
          `float in ${vesselOf(s, line.float.vessel).name}, on at ${f(line.float.on, 'length')}, off at ${f(line.float.off, 'length')}`,
        ]
      : []),
  ];
}

/** A pumped line: its flow, pipe, what is fitted, when it runs; and each of its branches. */
export function lineWords(c: Figures, line: PumpedLine, f: ShowQuantity): string {
  const s = c.system;
  const flow = pumpDutyFlow.value(c, line.id)!;
  const head = pumpStaticHead.value(c, line.id)!;
  const parts = fitted(s, line, f);
  const ends = [line, ...line.branches].map((b) => {
    const tap = b.valve;
    const to = `${f(deliveryFlow.value(c, b.id)!, 'flow')} to ${vesselOf(s, b.to).name}`;
    return tap === null ? to : `${to}, tap ${f(tap, 'share')} open`;
  });
  return [
    `${line.name}: ${f(flow, 'flow')} at ${f(head, 'head')} of lift, ${pipe(line, f)}, ${f(c.a.duties.find((d) => d.id === line.id)!.length, 'run')}`,
    ...(parts.length ? [`, ${parts.join(', ')}`] : []),
    `; the pump ${rhythm(s, line, f)}.`,
    ...(ends.length > 1 ? [` It delivers ${ends.join('; ')}.`] : []),
  ].join('');
}

/** A path that needs no pump: drains and siphons, joining pipes, float valves, holes, channels, felt. */
export function outletWords(c: Figures, p: WaterPath, f: ShowQuantity): string {
  const s = c.system;
  const between = `${vesselOf(s, p.from).name} to ${vesselOf(s, p.to).name}`;
  if (isDrain(p)) {
    const w = c.a.siphons.find((x) => x.id === p.id);
    const window = w
      ? ` Starts from ${f(startingFlow.value(c, p.id)!, 'flow')}, always stops below ${f(w.stopsBelow, 'flow')}. The inflow is ${f(w.inflow, 'flow')}.`
      : '';
    const bell =
      p.kind === 'bell-siphon'
        ? `, mouth ${f(p.mouth, 'bore')}, bell ${f(p.bellBore, 'bore')} with ${p.notches.count} notches of ${f(p.notches.width, 'bore')}, siphon stops at ${f(p.breakHeight, 'length')}`
        : '';
    return `${p.name}, ${between}: ${pipe(p, f)}, crest ${f(p.crest, 'length')}, drop ${f(p.drop, 'length')}${bell}.${window}`;
  }
  switch (p.kind) {
    case 'link': {
      const z =
        p.height < 0
          ? `${f(-p.height, 'length')} below the floor`
          : p.height < 0.001
            ? 'at the floor'
            : `${f(p.height, 'length')} above the floor`;
      return `${p.name}, ${between}: ${pipe(p, f)}, ${f(p.run, 'run')}, ${z}${p.screen === null ? '' : ', screened'}.`;
    }
    case 'float-valve':
      return `${p.name}, ${between}: closes at ${f(p.level, 'length')}, seat ${f(p.seat, 'bore')}.`;
    case 'hole':
      return `${p.name}, ${between}: ${f(p.diameter, 'bore')}, ${p.height > 0 ? `${f(p.height, 'length')} above the floor` : 'in the floor'}.`;
    case 'open-end':
      return `${p.name}, ${between}: open, slope ${f(p.slope, 'share')}.`;
    case 'seep':
      return `${p.name}, ${between}: drips for ${f(p.drainDown, 'time')}, ${f(p.held, 'volume')} stay in it.`;
    case 'pumped-line':
      return '';
  }
}

/** A bed: how it fills, drains and how often. */
export function bedWords(c: Figures, bed: string, f: ShowQuantity): string {
  const fill = fillTime.value(c, bed)!;
  const floods = floodsADay.value(c, bed);
  const parts = [
    Number.isFinite(fill) ? `fills in ${f(fill, 'time')}` : 'never fills',
    `drains in ${f(drainTime.value(c, bed)!, 'time')}`,
    ...(floods === null ? [] : [`${f(floods, 'count')} floods a day`]),
  ];
  return `${vesselOf(c.system, bed).name}: ${parts.join(', ')}.`;
}
