import type { Figures } from '../../assess/figures.ts';
import { jointName, pipeById, isSocketed } from '../../catalogue/index.ts';
import { bore, listed, load, mass, mm, say } from '../../quantity/index.ts';
import type { Metres } from '../../quantity/si.ts';
import { vesselOf, type Vessel } from '../../system/index.ts';
import { holeSentence } from '../holes.ts';
import { buildKey } from '../keys.ts';
import { buildOf, isRaised, LINER_OVERLAP } from '../support.ts';
import { stockName } from '../stocks.ts';
import type { Work } from './work.ts';
import { measuredCheck, step, yes } from './make.ts';
import type { StepCheck, BuildStep } from './types.ts';

/** Steps from the place to vessels that stand, drilled. */

/** Out of level by so much, a bed's far end floods too deep or not at all. */
const LEVEL: Metres = 0.005;
/** A floor out of level by more is packed up first. */
const FLOOR_LEVEL: Metres = 0.02;

/** The floor, the weights and the outlet are agreed before anything is bought. */
export function placeStep({ c, stands }: Work): BuildStep {
  const heaviest = c.a.weights.reduce((x, y) => (y.mass > x.mass ? y : x));
  const total = c.a.weights.reduce((sum, w) => sum + w.mass, 0);
  const engineer = stands.find((x) => x.engineer)?.engineer;
  return step({
    id: 'place',
    chapter: 'prepare',
    title: say`Agree on the place and its load`,
    how: [
      say`The full system weighs ${mass(total)}. The heaviest vessel is “${vesselOf(c.system, heaviest.vessel).name}” with ${mass(heaviest.mass)}, ${load(heaviest.load)} under it.`,
      say`Mark the outlines on the floor with tape: you cannot move a full system. Check where water would run if it leaked.`,
      ...(engineer ? [engineer] : []),
    ],
    after: [],
    minutes: 60,
    hold: true,
    entries: [
      yes(
        'floor',
        say`The floor can carry it`,
        say`Use lighter media, less water or another place. Mizuna compares weights and approves nothing. Ask an engineer or the building’s manager.`,
        { stage: 'place', about: '' },
      ),
      measuredCheck('level', say`Out of level, from end to end`, 'length', {
        most: FLOOR_LEVEL,
        means: say`Level it before you put anything on it. A bed that leans floods too deep at its low end.`,
      }),
      yes(
        'outlet',
        say`The outlet is protected (RCD) and above the water`,
        say`Have a licensed electrician fit a protected outlet first.`,
        { stage: 'place', about: '' },
      ),
    ],
    caution: say`Water weighs one kilogram per litre. Local codes come before this list.`,
  });
}

/** Bores, sockets and makers' holes, with the parts in hand. */
export function measureStep({ c, joints, holes }: Work): BuildStep {
  const { system: s } = c;
  const entries: StepCheck[] = [];
  for (const asked of new Set(holes.flatMap((h) => (h.asked ? [h.asked] : [])))) {
    const h = holes.find((x) => x.asked === asked)!;
    const key = asked.replace('build.holes.', '');
    entries.push(
      measuredCheck(
        buildKey('hole', key),
        key.startsWith('float-valve')
          ? say`Hole for the float valve’s thread`
          : h.seal === 'bulkhead'
            ? say`Hole size of the bulkhead for ${stockName(h.pipe!)}`
            : say`Hole size of the rubber seal for ${stockName(h.pipe!)}`,
        'bore',
        {
          means: say`It is printed on the packet or the maker’s sheet. A hole that is too large cannot be repaired.`,
          writes: { to: 'hole', hole: key },
        },
      ),
    );
  }
  const fittings = new Map<string, string>();
  for (const j of joints)
    if (isSocketed(j.kind) && j.kind !== 'reducer' && pipeById(j.pipe)?.outside !== undefined)
      fittings.set(buildKey(j.kind, j.pipe), `${jointName(j.kind)} for ${stockName(j.pipe)}`);
  for (const [key, name] of fittings)
    entries.push(
      measuredCheck(buildKey('socket', key), say`Socket depth: ${name}`, 'bore', {
        optional: true,
        writes: { to: 'socket', fitting: key },
      }),
    );
  for (const p of s.paths)
    if ('pipe' in p)
      entries.push(
        measuredCheck(buildKey('bore', p.id), say`Real bore of “${p.name}”`, 'bore', {
          optional: true,
          writes: { to: 'bore', path: p.id },
        }),
      );
  return step({
    id: 'measure',
    chapter: 'prepare',
    title: say`Measure what you bought`,
    how: [
      say`Put a ruler into a socket until it touches the stop. Makers differ by millimetres, and so may elbows and tees.`,
      say`Your measurements change the cut list at once. Mizuna uses table values for empty fields.`,
    ],
    after: ['buy'],
    minutes: 20,
    entries,
  });
}

/** The parts list, taken to the shops. */
export const buyStep = ({ parts, cuttings }: Work): BuildStep =>
  step({
    id: 'buy',
    chapter: 'prepare',
    title: say`Buy the parts`,
    how: [
      say`${String(parts.filter((p) => p.shop !== 'plants').length)} lines, sorted by where they are bought; ${String(
        cuttings.reduce((sum, x) => sum + x.nesting.bought, 0),
      )} lengths of pipe and timber.`,
      say`Do not buy fish and plants before the water is ready.`,
    ],
    after: ['place'],
    minutes: 180,
  });

/** Vessels by name, a long row by its ends. */
export const named = (list: readonly Vessel[]): string =>
  list.length > 2
    ? `“${list[0]!.name}” to “${list[list.length - 1]!.name}”`
    : list.map((v) => `“${v.name}”`).join(' and ');

/** Vessels that are built alike, together. */
export function vesselsBuiltAlike(c: Pick<Figures, 'system'>): Vessel[][] {
  const groups = new Map<string, Vessel[]>();
  for (const v of c.system.vessels) {
    const key = JSON.stringify([
      v.role,
      v.shape,
      v.count,
      v.floor,
      v.media,
      v.pots,
      { ...buildOf(c.system, v.id), id: '' },
    ]);
    groups.set(key, [...(groups.get(key) ?? []), v]);
  }
  return [...groups.values()];
}

/** What each kind of vessel needs before it stands: stand, frame, hole in the ground, wall, row. */
function siteSteps(w: Work, list: readonly Vessel[]): BuildStep[] {
  const v = list[0]!;
  const about = list.map((x) => x.id);
  const stand = w.stands.find((x) => x.vessel === v.id);
  const base = { chapter: 'make' as const, about, after: ['buy'] };
  const boards = (role: 'timber' | 'wall') =>
    w.pieces.filter((p) => p.role === role && about.includes(p.about)).map((p) => p.id);
  const out: BuildStep[] = [];
  if (v.role === 'felt')
    out.push(
      step({
        ...base,
        id: `wall-${v.id}`,
        title: say`Hang the felt: ${named(list)}`,
        how: [
          say`Fix a waterproof sheet on battens first, so that the wall behind stays dry and ventilated.`,
          say`Then hang the felt in two layers, its foot in the gutter or above the tank. Fix the header pipe level along its top and close its end.`,
          say`Drill the header’s holes downwards, from the middle to the ends.`,
        ],
        hands: 2,
        minutes: 180,
        caution: say`A wet wall is heavy. Fix it to the structure, not to plaster.`,
      }),
    );
  if (v.shape.kind === 'pond')
    out.push(
      step({
        ...base,
        id: `dig-${v.id}`,
        title: say`Dig and line ${named(list)}`,
        how: [
          say`Check for cables and pipes before you dig. Slope the sides, remove stones and roots, then lay sand and fleece.`,
          say`Lay the liner loosely, ${mm(LINER_OVERLAP)} over the edge on all sides. Trim it when the pond has been full for a day.`,
        ],
        hands: 2,
        minutes: 480,
        caution: say`Where small children live, fit a fence or a grid before you fill it. Local law may require one.`,
      }),
    );
  if (stand) {
    const carries =
      stand.frames * list.length > 1
        ? say`Each carries ${mass(stand.load)}.`
        : say`It carries ${mass(stand.load)}.`;
    out.push(
      step({
        ...base,
        id: `stand-${v.id}`,
        title:
          stand.kind === 'frame'
            ? say`Build the stand for ${named(list)}`
            : say`Set up the base of ${named(list)}`,
        how:
          stand.kind === 'frame'
            ? [
                say`Cut bearers, joists, legs and braces by the cut list and label every piece.`,
                say`Join the legs in pairs, bolt the bearers on, then add joists and deck. Fit the braces last: without them the stand folds sideways.`,
                [
                  ...(stand.deck.width > stand.deck.length
                    ? say`Centres of the joists, measured from the front end of the deck: `
                    : say`Centres of the joists, measured from the left end of the deck: `),
                  ...listed(stand.joistsAt.map((x) => say`${mm(x)}`)),
                  '.',
                ],
                ...stand.cutOuts.map(
                  (x) =>
                    say`Cut a hole of ${bore(x.diameter)} into the deck for the ${x.what}, ${mm(x.x)} from its left and ${mm(x.y)} from its front edge.`,
                ),
                [
                  ...carries,
                  ...say` Each of its ${String(stand.legs)} legs carries ${mass(stand.perLeg)}. Put a pad under each leg and level the stand within ${mm(LEVEL)}. Shake it: it must not move sideways.`,
                ],
                ...stand.checks.map((x) => x.sentence),
                ...(stand.engineer ? [stand.engineer] : []),
              ]
            : [
                [
                  ...carries,
                  ...say` Level it within ${mm(LEVEL)} on firm ground, with a board on top.`,
                ],
                ...(stand.packed > 0
                  ? [
                      stand.blocks
                        ? say`Slabs or planks on the blocks add ${mm(stand.packed)}, so that its floor is ${mm(v.floor)} above the ground.`
                        : say`Slabs or planks add ${mm(stand.packed)}, so that its floor is ${mm(v.floor)} above the ground.`,
                    ]
                  : []),
                ...(stand.engineer ? [stand.engineer] : []),
              ],
        hands: 2,
        minutes: stand.kind === 'frame' ? 150 * list.length : 45,
        cuts: boards('timber'),
        caution: say`Wear eye and hearing protection when you saw. Fix tall stands to the wall.`,
      }),
    );
  }
  if (buildOf(w.c.system, v.id).make === 'lined-frame')
    out.push(
      step({
        ...base,
        id: `frame-${v.id}`,
        after: ['buy', ...(stand ? [`stand-${v.id}`] : [])],
        title: say`Build and line ${named(list)}`,
        how: [
          say`Screw the walls together on the deck and check the diagonals. Round the edges. Put screws above the water level only.`,
          say`Lay fleece, then the liner, ${mm(LINER_OVERLAP)} over the rim. Fold it at the corners and do not cut it. Fix it with a batten above the water.`,
          say`Support it at least every ${mm(stand?.joists ?? 0.4)}: a wet frame sags.`,
        ],
        hands: 2,
        minutes: 120 * list.length,
        cuts: boards('wall'),
      }),
    );
  if (v.role === 'channel')
    out.push(
      step({
        ...base,
        id: `channel-${v.id}`,
        title: say`Lay ${named(list)} with its slope`,
        how: [
          say`Support it at least every ${mm(stand?.joists ?? 0.4)} and check the slope with a string. Water collects in a dip and the roots after it get too little.`,
        ],
        hands: 2,
        minutes: 45,
      }),
    );
  if (v.count > 1 && v.role === 'bed')
    out.push(
      step({
        ...base,
        id: `row-${v.id}`,
        title: say`Line up the ${String(v.count)} of ${named(list)}`,
        how: [
          say`Set all at one level, within ${mm(LEVEL)}: the lowest one decides how deep the row fills. Check the rims with a string.`,
          say`Number them. The manifold runs along one side with a tee at each.`,
        ],
        minutes: 60,
      }),
    );
  return out;
}

/** Every vessel sited, drilled and set. */
export function vesselSteps(w: Work): BuildStep[] {
  const out: BuildStep[] = [];
  for (const list of vesselsBuiltAlike(w.c)) {
    const v = list[0]!;
    const about = list.map((x) => x.id);
    const site = siteSteps(w, list);
    const holes = w.holes.filter((h) => about.includes(h.vessel));
    const lined = buildOf(w.c.system, v.id).make === 'lined-frame' || v.shape.kind === 'pond';
    const pattern = (id: string) =>
      JSON.stringify(
        holes
          .filter((h) => h.vessel === id)
          .map((h) => [h.on, h.x, h.y, h.seal, h.pipe, h.diameter]),
      );
    const same = about.every((id) => pattern(id) === pattern(v.id));
    const bases = site.map((x) => x.id);
    const drill = holes.length
      ? step({
          id: `drill-${v.id}`,
          chapter: 'make',
          about,
          title: say`Drill ${named(list)}`,
          how: [
            ...(same
              ? [
                  ...holes.filter((h) => h.vessel === v.id).map(holeSentence),
                  ...(list.length > 1 ? [say`Drill the same holes in each.`] : []),
                ]
              : holes.map((h) => [
                  ...say`“${vesselOf(w.c.system, h.vessel).name}”: `,
                  ...holeSentence(h),
                ])),
            lined
              ? say`Fix the backing plate behind the liner first. Cut the liner last, smaller than the hole, and clamp it between the flanges.`
              : say`Measure both edges from the template. Hold wood behind the wall, drill slowly and deburr. Drill the largest hole first, while you can still move it.`,
          ],
          after: ['measure', ...(lined ? bases : [])],
          minutes: 15 * holes.reduce((sum, h) => sum + h.count, 0),
          caution: say`Clamp the work and wear goggles. Never cut a drum that held flammable or unknown contents.`,
        })
      : null;
    out.push(...site, ...(drill ? [drill] : []));
    if (v.role === 'felt') continue;
    const raised = isRaised(v);
    out.push(
      step({
        id: `set-${v.id}`,
        chapter: 'make',
        about,
        title: say`Set ${named(list)} in place`,
        how: [
          raised
            ? say`Set its floor ${mm(v.floor)} above the ground, level in both directions.`
            : v.floor < 0
              ? say`Set it ${mm(-v.floor)} deep into the ground. Backfill evenly while you fill it, so that it keeps its shape.`
              : say`Use a smooth base. A single stone under it can start a crack.`,
          say`Fit the bulkheads now, while you can reach both sides. Put the washer on the flange’s side. Tighten by hand, then a quarter turn.`,
        ],
        after: [...bases, ...(drill ? [drill.id] : []), ...(bases.length || drill ? [] : ['buy'])],
        hands: 2,
        minutes: 30 * list.length,
      }),
    );
  }
  return out;
}
