import { head, flow, mm, say, share } from '../../quantity/index.ts';
import type { Edit, PumpedLine, SystemDocument } from '../../system/index.ts';
import { once, adjustNumber, type Adjustment } from './adjustment.ts';

/** Changes of a pumped line: its pump, its valve, its ends, its filter. */

const L_H = 1e-3 / 3600;

/** Moves a pump in steps of 10 mm. @param dir 1: higher, −1: lower */
export const adjustIntake = (s: SystemDocument, line: PumpedLine, dir: 1 | -1): Adjustment[] =>
  adjustNumber(s, `${line.id}-intake`, `paths.${line.id}.pump.intake`, dir * 0.01, (from, to) =>
    dir < 0
      ? say`Lower the pump by ${mm(from - to)}, to ${mm(to)} above the floor`
      : say`Raise the pump by ${mm(to - from)}, to ${mm(to)} above the floor`,
  );

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
            label: (k) => say`Fit a valve in “${line.name}” and open it ${share(0.95 - 0.05 * k)}`,
          },
        ]
      : []
    : adjustNumber(s, `${line.id}-valve`, `paths.${line.id}.valve`, dir * 0.05, (_, to) =>
        dir < 0
          ? say`Close the valve of “${line.name}” to ${share(to)} open`
          : say`Open the valve of “${line.name}” to ${share(to)}`,
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
        (_, to) =>
          dir > 0
            ? say`Use a stronger pump, rated ${flow(to)} on its box`
            : say`Use a smaller pump, rated ${flow(to)} on its box`,
        () => clear,
      );
};

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
    (_, b0) => say`Use a pump that reaches ${head(b0)}`,
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
