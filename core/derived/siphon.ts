import type { SiphonWindow } from '../assess/assess.ts';
import { PIPE_SOURCE } from '../catalogue/index.ts';
import { drainHead } from '../network/flow.ts';
import { notchArea } from '../network/pipes.ts';
import { atRest } from '../network/statics.ts';
import { given, ORIGIN } from '../quantity/derivation.ts';
import { isSiphon, measured, type Siphon } from '../system/index.ts';
import { GRAVITY, boreArea } from '../water/constants.ts';
import { START_FROUDE, STOPS_SHARE, startKind } from '../water/siphon.ts';
import { derived, type Figures } from './quantity.ts';

/** Quantities of a siphon: the ends of its window. */

interface Siphoned extends Figures {
  readonly path: Siphon;
  readonly window: SiphonWindow;
}

const siphoned = (c: Figures, part: string): Siphoned | null => {
  const path = c.system.paths.find((x): x is Siphon => x.id === part && isSiphon(x));
  const window = c.a.siphons.find((x) => x.id === part);
  return path && window ? { ...c, path, window } : null;
};

export const startingFlow = derived({
  id: 'start',
  title: 'Flow that starts the siphon',
  label: 'Starts from about',
  kind: 'flow',
  of: siphoned,
  value: ({ window }) => window.start.expected,
  formula: String.raw`Q_\mathrm{start} = \mathrm{Fr}\, A \sqrt{g\,d}`,
  given: ({ system, path }) => {
    const d = measured(system, 'bore', path.id)?.bore ?? path.bore;
    const kind = path.kind === 'loop-siphon' ? 'loop' : startKind(path.mouth, d, path.waterLock);
    return [
      given(
        String.raw`\mathrm{Fr}`,
        'starting Froude number',
        START_FROUDE[kind],
        'plain',
        measured(system, 'starting-flow', path.id)
          ? 'replaced by your measurement'
          : 'mouth and outlet',
      ),
      given('d', 'bore of the pipe', d, 'bore', PIPE_SOURCE),
      given('A', 'its area', boreArea(d), 'area', 'π·d²/4'),
      given('g', 'gravity, m/s²', GRAVITY, 'plain', 'standard'),
    ];
  },
  source: 'Two-phase flow in vertical pipes: Wallis (1969); Simpson (1969); Hills (1983).',
  range: ({ window }) => [window.start.low, window.start.high],
});

export const flowAtBreak = derived({
  id: 'stop',
  title: 'Flow at the stop height',
  label: 'Flow at the stop height',
  kind: 'flow',
  of: (c, part) => {
    const x = siphoned(c, part);
    const net = c.a.net.paths.find((p) => p.id === part);
    return x && net?.kind === 'drain' && net.prime ? { ...x, net, prime: net.prime } : null;
  },
  value: ({ window }) => window.flowAtBreak,
  formula: String.raw`Q_s = \eta\, A \sqrt{\frac{2\,g\,H}{1 + \Sigma K + f\,L/d}}`,
  given: ({ a, path, net, prime }) => {
    const surface = a.net.vessels[net.from]!.floorZ + prime.breakLevel;
    const bell = path.kind === 'bell-siphon';
    return [
      given(
        String.raw`\eta`,
        'air drawn in and fouling',
        prime.efficiency,
        'share',
        'default 85 %',
      ),
      given(
        'H',
        'water above the outlet, or above the water it ends under, at the stop height',
        drainHead(net, surface, atRest(a.net).at[net.to]!),
        'head',
        ORIGIN.balance,
      ),
      given(
        String.raw`\Sigma K`,
        bell ? 'notches, turn over the mouth, elbows' : 'inlet, the loop’s two turns, elbows',
        net.pipe.sumK,
        'plain',
        'from its parts',
      ),
      ...(bell ? [given('A_n', 'notches', notchArea(path), 'opening', ORIGIN.entered)] : []),
      given('L', 'its whole pipe', net.pipe.length, 'run', ORIGIN.entered),
    ];
  },
  source: `Full pipe flow. It is sure to stop where less than ${STOPS_SHARE * 100} % of this comes in (practice).`,
  range: ({ window }) => [window.stopsBelow, window.flowAtBreak],
});
