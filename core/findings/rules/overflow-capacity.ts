import { FROUDE_LIMITS } from '../../limits/index.ts';
import { bore, flow, given, mm, ORIGIN, say } from '../../quantity/index.ts';
import { vesselOf } from '../../system/index.ts';
import { selfVentingBore } from '../../water/drain.ts';
import { adjustPipeSize, once } from '../adjustments/index.ts';
import { defineRule, type Verdict } from '../rule.ts';

/** A free overflow must carry what the pump brings without rising over the rim or gulping. */
export const overflowCapacityRule = defineRule({
  id: 'overflow-capacity',
  title: 'overflow',
  stage: 'drain',
  needsDay: false,

  judge: ({ system, a }) =>
    a.beds.flatMap((b): Verdict[] => {
      const p = system.paths.find((x) => x.id === b.mainDrain);
      if (!p || p.kind !== 'standpipe' || b.inflow <= 0 || p.from !== b.id) return [];
      const v = vesselOf(system, b.id);
      const net = a.net.paths.find((x) => x.id === p.id)!;
      const real = net.kind === 'drain' ? net.bore : p.bore;
      const room = v.shape.height - b.highest;
      const common = {
        about: p.id,
        why: say`Above the overflow height the water rises as far as the flow needs. A drop pipe without a vent stays quiet up to a Froude number of ${String(FROUDE_LIMITS.quiet)}. Here that needs a bore of at least ${bore(b.selfVenting)}. A narrower pipe runs full, pulls the level down and gulps air.`,
        source: 'Wallis (1969); Simpson (1969); Hills (1983). Ring weir and orifice, C = 0.6.',
      } as const;
      if (room <= 0) {
        return [
          {
            ...common,
            level: 'stop',
            measured: b.allOutlets,
            limit: b.inflow,
            kind: 'flow',
            sentence: say`“${p.name}” carries ${flow(b.allOutlets)} before the water reaches the rim, but the pump delivers ${flow(b.inflow)}.`,
          },
        ];
      }
      if (!p.vented && real < selfVentingBore(b.inflow)) {
        return [
          {
            ...common,
            level: 'watch',
            measured: real,
            limit: b.selfVenting,
            kind: 'bore',
            sentence: say`“${p.name}” gulps air. At ${flow(b.inflow)} a pipe without a vent needs a bore of ${bore(b.selfVenting)}, and this one has ${bore(real)}.`,
          },
        ];
      }
      return [
        {
          ...common,
          level: 'fine',
          measured: b.allOutlets,
          limit: b.inflow,
          kind: 'flow',
          sentence: say`“${p.name}” limits the flood to ${mm(b.highest)}, ${mm(b.highest - p.crest)} above its overflow height.`,
        },
      ];
    }),

  adjustments: ({ system: s, f }) => [
    ...once(
      `${f.about}-vent`,
      [{ at: `paths.${f.about}.vented`, to: true }],
      say`Fit a vent to the drop pipe, above the highest water`,
    ),
    ...adjustPipeSize(s, f.about, 1, 'the overflow'),
  ],

  explain: ({ system: s, a, f }) => {
    const p = s.paths.find((x) => x.id === f.about);
    const b = a.beds.find((x) => x.id === p?.from);
    if (!b || !p) return null;
    return f.kind === 'bore'
      ? {
          title: 'Bore that vents itself',
          formula: String.raw`d = \left(\frac{4\,Q}{0.3\,\pi \sqrt{g}}\right)^{0.4}`,
          given: [
            given('Q', 'inflow', b.inflow, 'flow', ORIGIN.duty),
            given('d', 'bore that is there', f.measured, 'bore', ORIGIN.entered),
          ],
        }
      : {
          title: 'What the overflow carries',
          formula: String.raw`\begin{aligned} Q = \min\Big(&\tfrac{2}{3} C \sqrt{2g}\, \pi D_c h^{1.5},\\ &C \tfrac{\pi d^2}{4} \sqrt{2 g h},\; Q_\mathrm{full}\Big) \end{aligned}`,
          given: [
            given('Q', 'just under the rim', b.allOutlets, 'flow', 'all outlets'),
            given(String.raw`Q_\mathrm{in}`, 'inflow', b.inflow, 'flow', ORIGIN.duty),
          ],
          note: 'C = 0.6.',
        };
  },
});
