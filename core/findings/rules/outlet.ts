import { given, ORIGIN, say } from '../../quantity/index.ts';
import { once } from '../adjustments/index.ts';
import { defineRule } from '../rule.ts';

/** The outlet is behind a residual-current device. */
export const outletRule = defineRule({
  id: 'outlet',
  title: 'protected outlet',
  stage: 'place',
  needsDay: false,

  judge: ({ system: s }) => {
    const known = s.site.outletProtected;
    const powered = s.devices.length > 0 || s.paths.some((p) => p.kind === 'pumped-line');
    if (known === null || !powered || s.site.power.lowVoltage === true) return [];
    return [
      {
        about: 'system',
        level: known ? 'fine' : 'stop',
        measured: known ? 1 : 0,
        limit: 1,
        kind: 'count',
        sentence: known
          ? say`The outlet has a residual-current device.`
          : say`The outlet has no residual-current device (RCD or GFCI). It is not safe to put your hands into the water.`,
        why: say`A faulty pump or heater can make the water live. The device cuts the power before it harms you. A licensed electrician fits it, by the local code.`,
        source: 'Electrical safety around water.',
      },
    ];
  },

  adjustments: ({ system: s }) =>
    s.site.outletProtected === false
      ? once(
          'outlet-protected',
          [{ at: 'site.outletProtected', to: true }],
          say`Have an electrician fit a residual-current device, then enter it here`,
        )
      : [],

  explain: ({ f }) => ({
    title: 'Protected outlet',
    formula: String.raw`n_\mathrm{RCD} \ge 1`,
    given: [
      given('n', 'residual-current devices before the outlet', f.measured, 'count', ORIGIN.entered),
    ],
  }),
});
