import { PIPES } from '../catalogue/index.ts';
import { bore, mm, opening, say } from '../quantity/index.ts';
import { bellSiphons, type SystemDocument } from '../system/index.ts';
import { number, ONCE, type Knob } from './knobs.ts';
import type { Finding } from './types.ts';

/** Knobs of the part of a bell siphon that a finding on its geometry names. */
export function geometryKnobs(s: SystemDocument, id: string, f: Finding): Knob[] {
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
          ...ONCE,
          edits: () => [{ at: `${at}.guard.slotArea`, to }],
          label: () => say`Slot the guard low until ${opening(to)} are open`,
        },
      ];
    }
    default:
      return [];
  }
}
