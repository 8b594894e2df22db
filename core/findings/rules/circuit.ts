import { powerDrawn } from '../../derived/index.ts';
import { power, say } from '../../quantity/index.ts';
import { atLeast } from '../grade.ts';
import { defineRule } from '../rule.ts';

/** A circuit is not loaded to its last watt for good. */
const SPARE = 0.8;

/** Everything at once is no more than the circuit carries. */
export const circuitRule = defineRule({
  id: 'circuit',
  title: 'load of the circuit',
  stage: 'place',
  needsDay: false,

  judge: (c) => {
    const carries = c.system.site.power.circuit;
    const drawn = powerDrawn.value(c, '');
    if (carries === null || drawn === null) return [];
    const level = atLeast(carries - drawn, 0, (1 - SPARE) * carries);
    return [
      {
        about: 'system',
        level,
        measured: drawn,
        limit: level === 'stop' ? carries : SPARE * carries,
        kind: 'power',
        sentence:
          level === 'fine'
            ? say`All devices together draw ${power(drawn)} of the ${power(carries)} that the circuit can carry.`
            : say`All devices together draw ${power(drawn)}. The circuit can carry ${power(carries)} for a short time and ${power(SPARE * carries)} for long.`,
        why: say`This adds the rated power of pumps, lamps, heaters and air pumps. Other devices on the circuit come on top. An electrician can say what the circuit carries.`,
        source: 'Common practice: four fifths of a circuit for loads that run for hours.',
      },
    ];
  },

  adjustments: () => [],
  explain: (c) => powerDrawn.explain(c, ''),
});
