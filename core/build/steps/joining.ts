import { isSocketed, pipeById } from '../../catalogue/index.ts';
import { mm, say } from '../../quantity/index.ts';
import type { Metres, Seconds } from '../../quantity/si.ts';
import { drains, pumpedLines, vesselOf } from '../../system/index.ts';
import { highestRim } from '../../derived/index.ts';
import { buildKey } from '../keys.ts';
import { isTimber, type Piece } from '../types.ts';
import { buildOf } from '../stand.ts';
import { measure, step, yes } from './make.ts';
import type { Work } from './work.ts';
import type { Step } from './types.ts';

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
export function joiningSteps(w: Work, set: readonly string[]): Step[] {
  const { system: s } = w.c;
  const pipes = pipesOf(w);
  // Crests that set a flood’s depth; spare outlets are looked at when a drain is blocked.
  const mains = new Set(w.c.a.beds.map((b) => b.mainDrain));
  const crests = drains(s).filter((d) => mains.has(d.id));
  const lined = s.vessels.some((v) => buildOf(s, v.id).make === 'lined-frame');
  const out: Step[] = [];
  if (pipes.length)
    out.push(
      step({
        id: 'cut',
        chapter: 'make',
        title: say`Cut the pipes and hoses`,
        how: [
          say`${String(pipes.length)} pieces by the cut list: longest first, square, chamfered outside, deburred inside. Write its name on each.`,
          say`Tick them off as you cut: if the design changes later, Mizuna says which still fit.`,
        ],
        after: ['measure'],
        minutes: 10 * pipes.length,
        cuts: pipes.map((p) => p.id),
        about: [...new Set(pipes.map((p) => p.about))],
        caution: say`Eye protection; clamp the pipe.`,
      }),
      step({
        id: 'dry-fit',
        chapter: 'join',
        title: say`Fit everything dry`,
        how: [
          say`Push every piece to its mark, nothing glued. Look along each line: it must lie without strain.`,
          say`Mark each joint across pipe and fitting with a line, so that it goes together again the same way.`,
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
            say`One is short or long: measure socket and face of the two fittings at its ends and enter them; the cut list then says the right length.`,
            { step: 'measure' },
          ),
          ...crests.map((d) =>
            measure(
              buildKey('crest', d.id),
              say`Crest of “${d.name}” over the floor of “${vesselOf(s, d.from).name}”`,
              'length',
              {
                least: d.crest - CREST,
                most: d.crest + CREST,
                means: say`The design says ${mm(d.crest)}. Cut the standpipe anew, or enter the real crest there and look what it changes.`,
                goTo: { stage: 'drain', about: d.id },
              },
            ),
          ),
          yes(
            'apart',
            say`Pump, guards and standpipes come out again by hand`,
            say`Put a union or a cuff where it must come apart: what cannot be taken out is never cleaned.`,
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
          say`Pressure lines and what lies under a floor; leave standpipes, bells and guards dry.`,
          say`Clean, cement both faces, push with a quarter turn to the mark, hold for thirty seconds.`,
        ],
        after: ['dry-fit'],
        minutes: 45,
        wait: { time: CURE, what: say`Cement and sealant cure; the tin’s own time wins.` },
        caution: say`Fresh air, no flame, gloves. Uncured cement kills fish.`,
      }),
      step({
        id: 'cured',
        chapter: 'join',
        title: say`See that it has cured`,
        how: [say`Before any water: what leaks now was pushed short or wiped dry.`],
        after: ['glue'],
        minutes: 10,
        hold: true,
        tests: ['glue'],
        entries: [
          yes(
            'time',
            say`The tin’s own time is over, at this temperature`,
            say`Wait on: cold doubles it.`,
            { step: 'glue' },
          ),
          yes(
            'firm',
            say`No joint turns, no smell of solvent`,
            say`Cut that joint out and make it anew with a coupling.`,
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
              ? say`“${l.name}”: its air pump stands above the water, or has a check valve in its line.`
              : say`“${l.name}”: intake ${mm(l.pump.intake)} over the floor of “${vesselOf(s, l.from).name}”, coarse guard on, the line held at both ends.`,
          ),
          say`A drip loop in every cable, plugs above ${mm(top?.z ?? 0)}: no water stands higher. The pump gets power only when its intake is covered.`,
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
            say`Do not go on: a licensed electrician mends the outlet.`,
            { stage: 'place', about: '' },
          ),
          measure('plug', say`Lowest connection above the ground`, 'length', {
            least: top?.z ?? 0,
            means: say`Raise it above every rim: a blocked drain fills a vessel to its rim.`,
            writes: { to: 'place', at: 'site.power.height' },
          }),
          yes(
            'loops',
            say`Every cable hangs in a drip loop`,
            say`Water runs along a cable into the plug: let it hang below the outlet first.`,
          ),
        ],
        caution: say`Unplug before hands go in. No extension leads in the wet.`,
      }),
    );
  return out;
}
