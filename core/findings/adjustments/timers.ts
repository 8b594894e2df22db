import { say, time } from '../../quantity/index.ts';
import type { PumpedLine, SystemDocument } from '../../system/index.ts';
import { adjustNumber, type Adjustment } from './adjustment.ts';

/** Changes of a timer. */

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
        ? say`Run the pump for ${time(to)} at a time`
        : say`Pause the pump for ${time(to)} between floods`,
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
          label: (k) => say`Use ${String(n - 1 - k)} floods over the same hours`,
        },
      ];
}
