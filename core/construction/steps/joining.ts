import { isSocketed, pipeById } from '../../catalogue/index.ts';
import { mm, say } from '../../quantity/index.ts';
import type { Metres, Seconds } from '../../quantity/si.ts';
import { drains, pumpedLines, vesselOf } from '../../system/index.ts';
import { highestRim } from '../../derived/index.ts';
import { buildKey } from '../keys.ts';
import { isTimber, type Piece } from '../types.ts';
import { buildOf } from '../support.ts';
import { measuredCheck, step, yes } from './make.ts';
import type { Work } from './work.ts';
import type { BuildStep } from './types.ts';

/** Pipes cut, fitted dry, joined, cured; pump and cables. */

/** Crests this near to the design flood as they were judged. */
const CREST: Metres = 0.005;
/** What the tin says wins; most cements and sealants want a day before water. Practice. */
export const CURE: Seconds = 86400;

/** Pipes and hoses that are cut. */
const pipesOf = ({ pieces }: Pick<Work, 'pieces'>): Piece[] => pieces.filter((p) => !isTimber(p));
/** Whether there is pipe or hose to cut and fit. */
export const hasPipes = (w: Pick<Work, 'pieces'>): boolean => pipesOf(w).length > 0;

/** Whether rigid pipe is joined that can be glued. */
export const hasGlue = ({ joints }: Pick<Work, 'joints'>): boolean =>
  joints.some((j) => isSocketed(j.kind) && pipeById(j.pipe)?.outside !== undefined);

/** Cutting, dry fit, gluing, curing, pump and cables. @param set steps after which every vessel stands */
export function joiningSteps(w: Work, set: readonly string[]): BuildStep[] {
  const { system: s } = w.c;
  const pipes = pipesOf(w);
  // Crests that set a flood’s depth; spare outlets are looked at when a drain is blocked.
  const mains = new Set(w.c.a.beds.map((b) => b.mainDrain));
  const crests = drains(s).filter((d) => mains.has(d.id));
  const lined = s.vessels.some((v) => buildOf(s, v.id).make === 'lined-frame');
  const out: BuildStep[] = [];
  if (pipes.length)
    out.push(
      step({
        id: 'cut',
        chapter: 'make',
        title: say`Cut the pipes and hoses`,
        how: [
          say`Cut ${String(pipes.length)} pieces by the cut list, the longest first. Cut square, chamfer outside, deburr inside, and write its name on each.`,
          say`Tick each piece when you have cut it. If the design changes later, Mizuna shows which pieces still fit.`,
        ],
        after: ['measure'],
        minutes: 10 * pipes.length,
        cuts: pipes.map((p) => p.id),
        about: [...new Set(pipes.map((p) => p.about))],
        caution: say`Wear eye protection and clamp the pipe.`,
      }),
      step({
        id: 'dry-fit',
        chapter: 'join',
        title: say`Fit everything dry`,
        how: [
          say`Push every piece to its mark without glue. Look along each pipe: it must not be under strain.`,
          say`Draw a line across pipe and fitting at each joint, so that you can join them again the same way.`,
        ],
        after: ['cut', ...set],
        minutes: 60,
        hold: true,
        tests: ['cut', ...set],
        about: [...new Set(pipes.map((p) => p.about))],
        entries: [
          yes(
            'reach',
            say`Every piece reaches both its stops`,
            say`Measure socket and face of the two fittings at its ends and enter them. The cut list then shows the right length.`,
            { step: 'measure' },
          ),
          ...crests.map((d) =>
            measuredCheck(
              buildKey('crest', d.id),
              say`Overflow height of “${d.name}” above the floor of “${vesselOf(s, d.from).name}”`,
              'length',
              {
                least: d.crest - CREST,
                most: d.crest + CREST,
                means: say`The design has ${mm(d.crest)}. Cut a new standpipe, or enter the real height there and check what changes.`,
                goTo: { stage: 'drain', about: d.id },
              },
            ),
          ),
          yes(
            'apart',
            say`You can lift out pump, guards and standpipes by hand`,
            say`Fit a union or a cuff where it must come apart. Parts that you cannot lift out are never cleaned.`,
            { stage: 'drain', about: '' },
          ),
        ],
      }),
    );
  if (pipes.length && (hasGlue(w) || lined))
    out.push(
      step({
        id: 'glue',
        chapter: 'join',
        title: say`Glue and seal`,
        how: [
          say`Glue pressure pipes and joints under a floor. Do not glue standpipes, bells and guards.`,
          say`Clean and cement both faces. Push with a quarter turn to the mark and hold for thirty seconds.`,
        ],
        after: ['dry-fit'],
        minutes: 45,
        wait: {
          time: CURE,
          what: say`Cement and sealant must cure. The time on the tin comes first.`,
        },
        caution: say`Work in fresh air, away from flames, with gloves. Uncured cement kills fish.`,
      }),
      step({
        id: 'cured',
        chapter: 'join',
        title: say`Check that it has cured`,
        how: [say`Check before any water goes in.`],
        after: ['glue'],
        minutes: 10,
        hold: true,
        tests: ['glue'],
        entries: [
          yes(
            'time',
            say`The time on the tin has passed, for this temperature`,
            say`Wait longer. Cold doubles the time.`,
            { step: 'glue' },
          ),
          yes(
            'firm',
            say`No joint turns and nothing smells of solvent`,
            say`Cut that joint out and replace it with a coupling.`,
            {
              step: 'glue',
            },
          ),
        ],
      }),
    );
  const lines = pumpedLines(s);
  const top = highestRim(w.c);
  if (lines.length || s.devices.length)
    out.push(
      step({
        id: 'power',
        chapter: 'join',
        title: say`Set the pump, lay the cables`,
        how: [
          ...lines.map((l) =>
            l.pump.airLift
              ? say`“${l.name}”: place its air pump above the water, or fit a check valve in its tube.`
              : say`“${l.name}”: set the intake ${mm(l.pump.intake)} above the floor of “${vesselOf(s, l.from).name}”, fit the coarse guard and fix the pipe at both ends.`,
          ),
          say`Make a drip loop in every cable and keep plugs above ${mm(top?.z ?? 0)}, the highest possible water. Switch the pump on only when its intake is under water.`,
        ],
        after: pipes.length ? ['dry-fit'] : [...set],
        minutes: 30,
        hold: true,
        tests: pipes.length ? ['dry-fit'] : [...set],
        about: lines.map((l) => l.id),
        entries: [
          yes(
            'trips',
            say`The outlet’s test button cuts the power`,
            say`Stop here. Have a licensed electrician repair the outlet.`,
            { stage: 'place', about: '' },
          ),
          measuredCheck('plug', say`Lowest plug above the ground`, 'length', {
            least: top?.z ?? 0,
            means: say`Raise it above every rim: a blocked drain fills a vessel to its rim.`,
            writes: { to: 'place', at: 'site.power.height' },
          }),
          yes(
            'loops',
            say`Every cable has a drip loop`,
            say`Water runs along a cable into the plug. Let the cable hang below the outlet first.`,
          ),
        ],
        caution: say`Unplug before you put your hands in. Use no extension leads in wet places.`,
      }),
    );
  return out;
}
