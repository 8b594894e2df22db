import { assess } from '../../assess/index.ts';
import type { Figures } from '../../assess/figures.ts';
import { flow, listed, litres, mm, say, type Phrase } from '../../quantity/index.ts';
import type { CubicMetresPerSecond, Metres, Seconds, Share } from '../../quantity/si.ts';
import {
  applyEdits,
  isSiphon,
  isStore,
  measured,
  pumpedLines,
  vesselOf,
  type PumpedLine,
  type SystemDocument,
  type Vessel,
} from '../../system/index.ts';
import { waterOf } from '../../assess/index.ts';
import { pumpsOf } from '../../network/index.ts';
import { hasPipes } from './joining.ts';
import { measuredCheck, step, yes } from './make.ts';
import type { Work } from './work.ts';
import type { StepCheck, BuildStep } from './types.ts';
import { moreWater, ROOM, wetTest, wetTestWith, type WetTest } from './wetTest.ts';

/** Tests with water, before the stones hide every joint. */

/** Watched dry for so long. Practice. */
const LEAK_WATCH: Seconds = 1200;
/** Starts and stops that are no luck. Practice. */
const CYCLES = 3;
/** A pump that gives less than this of what was reckoned has a reason. */
const POOR_FLOW: Share = 0.7;
/** Buckets of a row differ by no more. */
const EVEN: Metres = 0.01;
/** Overflows stand so far over their crest at the most. */
const OVER_CREST: Metres = 0.03;

/** Flow of a line's own end by box and pipe, whatever was measured. */
function reckonedFlow(c: Figures, p: PumpedLine): CubicMetresPerSecond {
  const m = measured(c.system, 'flow', p.id);
  const bare: SystemDocument = m
    ? applyEdits(c.system, [{ at: `measurements.${m.id}`, to: undefined }])
    : c.system;
  const a = m ? assess(bare) : c.a;
  return a.duties.find((d) => d.id === p.id)?.branches[0]?.flow ?? 0;
}

/** Where pumps would run dry before the beds are full, and there is no room for more water. */
function stopInTime(s: SystemDocument, wet: WetTest): Phrase | null {
  if (wet.runs) return null;
  const low = pumpsOf(wet.a.net).map(
    (p): Phrase => say`“${s.vessels[p.from]!.name}” is at ${mm(p.cover)} above its floor`,
  );
  if (!low.length) return null;
  return [
    ...say`There is no room for all the water that beds take without media. Stop the pump when `,
    ...listed(low),
    ...say`. You can also test the beds one after the other.`,
  ];
}

function leakSteps(w: Work, wet: WetTest, after: readonly string[]): BuildStep[] {
  const s = wet.system;
  const more = waterOf(wet) - waterOf(w.c);
  return [
    step({
      id: 'fill-test',
      chapter: 'test',
      title: say`Fill with tap water, without media`,
      how: [
        say`Fill in ${litres(waterOf(wet))}, vessel by vessel. Stop at half and look for leaks.`,
        ...(more > 1e-6
          ? [
              say`That is ${litres(more)} more than the design has. Without media the beds take more water, and the pump must stay under water.`,
            ]
          : []),
        ...s.vessels
          .filter((v) => v.fill > 0)
          .map(
            (v) =>
              say`“${v.name}”: ${litres(v.fill)}, to ${mm(wet.a.balance.rest.find((r) => r.vessel === v.id)?.level ?? 0)} above its floor.`,
          ),
      ],
      after,
      minutes: 45,
      about: s.vessels.filter((v) => v.fill > 0).map((v) => v.id),
      caution: say`Test outdoors or where a leak does no harm, if you can.`,
    }),
    step({
      id: 'leak',
      chapter: 'test',
      title: say`Watch for leaks`,
      how: [
        say`Put dry paper under every joint and flange and run the pumps once. Look after twenty minutes and again after an hour.`,
      ],
      after: ['fill-test'],
      minutes: 25,
      hold: true,
      running: wet.edits,
      caution: stopInTime(s, wet),
      tests: ['fill-test', ...after],
      about: s.paths.map((p) => p.id),
      entries: [
        measuredCheck('watched', say`Watched`, 'time', {
          least: LEAK_WATCH,
          means: say`Slow leaks take time to show. Watch for ${{ value: LEAK_WATCH, kind: 'time' }}.`,
        }),
        yes(
          'dry',
          say`Every paper is dry`,
          say`A flange is loose or its washer is on the wrong side: tighten it by a quarter turn, no more. Cut out a joint that leaks. At a hole in a liner the plate is missing or the cut is too large.`,
          { step: hasPipes(w) ? 'dry-fit' : after[0]! },
        ),
      ],
    }),
  ];
}

function flowStep(w: Work, wet: WetTest): BuildStep[] {
  const lines = pumpedLines(w.c.system);
  if (!lines.length) return [];
  return [
    step({
      id: 'flow',
      chapter: 'test',
      title: say`Bucket test`,
      how: [
        say`Hold a bucket under the outlet at its real height and time it twice. You can enter volume and time together.`,
        say`Mizuna uses your measurement from now on.`,
      ],
      after: ['leak'],
      minutes: 15,
      hold: true,
      running: wet.edits,
      caution: stopInTime(w.c.system, wet),
      tests: ['power'],
      about: lines.map((l) => l.id),
      entries: lines.map((l): StepCheck => {
        const reckoned = reckonedFlow(w.c, l);
        return measuredCheck(
          `flow-${l.id}`,
          say`Flow of “${l.name}” (${flow(reckoned)} by its box)`,
          'flow',
          {
            least: POOR_FLOW * reckoned,
            means: say`Far less than ${flow(reckoned)} means a kink, air in the pipe, a half-closed valve or a clogged guard. Or the pump is weaker than its box says.`,
            goTo: { stage: 'lift', about: l.id },
            writes: { to: 'flow', path: l.id },
          },
        );
      }),
    }),
  ];
}

/** What a test waits for and looks at: what is joined, and the pump's flow where there is one. */
interface Before {
  readonly wet: WetTest;
  readonly after: readonly string[];
  readonly tests: readonly string[];
}

function siphonSteps(w: Work, { wet, after, tests }: Before): BuildStep[] {
  return w.c.system.paths.filter(isSiphon).map((p): BuildStep => {
    const window = wet.a.siphons.find((x) => x.id === p.id);
    const tap: StepCheck['goTo'] = { stage: 'drain', about: p.id };
    return step({
      id: `siphon-${p.id}`,
      chapter: 'test',
      title: say`Let “${p.name}” start and stop by itself`,
      how: [
        say`Switch the pump on and watch. Count the cycles and listen for the gurgle at the end of each.`,
        ...(window
          ? [
              say`It needs between ${flow(window.start.expected)} and ${flow(window.stopsBelow)}. By the design it gets ${flow(window.inflow)}.`,
            ]
          : []),
      ],
      after,
      minutes: 40,
      hold: true,
      running: wet.edits,
      caution: stopInTime(w.c.system, wet),
      tests,
      about: [p.id, p.from],
      entries: [
        measuredCheck('starts', say`Times it started`, 'count', {
          least: CYCLES,
          means: say`If it gets too little water for its bore, open the valve. If air leaks in at the bell’s cap or at a joint, seal it. If the drop pipe never fills, fit an elbow or a water trap at its foot.`,
          goTo: tap,
        }),
        measuredCheck('stops', say`Times it stopped`, 'count', {
          least: CYCLES,
          means: say`If too much water flows in, close the valve a little. If the notches are too low or too small, they let no air in. The end of the drain pipe must not stay under water.`,
          goTo: tap,
        }),
      ],
    });
  });
}

/** What holds a level without a siphon: overflow of a timer's flood, floats, a float valve, felt. */
function levelSteps(w: Work, { wet, after, tests }: Before): BuildStep[] {
  const { system: s, a } = w.c;
  const out: BuildStep[] = [];
  for (const b of a.beds) {
    const v = vesselOf(s, b.id);
    const main = s.paths.find((p) => p.id === b.mainDrain);
    if (main?.kind !== 'standpipe' || main.from !== v.id) continue;
    out.push(
      step({
        id: `overflow-${v.id}`,
        chapter: 'test',
        title: say`Flood “${v.name}” to its overflow`,
        how: [
          say`Run the pump until the water flows into “${main.name}”, then for five more minutes.`,
        ],
        after,
        minutes: 20,
        hold: true,
        running: wet.edits,
        caution: stopInTime(s, wet),
        tests,
        about: [v.id, main.id],
        entries: [
          measuredCheck('stands', say`Water level above the floor`, 'length', {
            least: main.crest - ROOM,
            most: main.crest + OVER_CREST,
            means: say`Above ${mm(main.crest + OVER_CREST)} the overflow is too narrow for the pump, or its lower end is under water. Below it the standpipe was cut too short.`,
            goTo: { stage: 'drain', about: main.id },
          }),
          yes(
            'off',
            say`With the pump off, it drains back completely`,
            say`A check valve, a pipe that ends above the water or a clogged guard stops it.`,
            { stage: 'drain', about: main.id },
          ),
        ],
      }),
    );
  }
  const row = s.vessels.find((v) => v.count > 1 && v.role === 'bed');
  if (row)
    out.push(
      step({
        id: `even-${row.id}`,
        chapter: 'test',
        title: say`Check that all of “${row.name}” fill equally`,
        how: [
          say`Fill halfway, switch the pump off, wait a minute, then measure each from its floor.`,
        ],
        after: ['leak'],
        minutes: 30,
        hold: true,
        running: wet.edits,
        caution: stopInTime(s, wet),
        tests: [`row-${row.id}`, 'leak'],
        about: [row.id],
        entries: [
          measuredCheck('spread', say`Highest level less lowest level`, 'length', {
            most: EVEN,
            means: say`One is lower than the others, or a branch of the manifold is clogged or full of air.`,
            goTo: { step: `row-${row.id}` },
          }),
        ],
      }),
    );
  for (const l of pumpedLines(s)) {
    const f = l.float;
    if (!f) continue;
    out.push(
      step({
        id: `float-${l.id}`,
        chapter: 'test',
        title: say`Set the float switch of “${l.name}”`,
        how: [
          say`It must switch on at ${mm(f.on)} and off at ${mm(f.off)} above the floor of “${vesselOf(s, f.vessel).name}”. Move its stop on the cable or rod until it does so twice.`,
        ],
        after: ['flow'],
        minutes: 20,
        hold: true,
        running: wet.edits,
        caution: stopInTime(s, wet),
        tests: ['power', 'flow'],
        about: [l.id, f.vessel],
        entries: [
          measuredCheck('on', say`Switches on at`, 'length', {
            least: f.on - EVEN,
            most: f.on + EVEN,
            means: say`Shorten or lengthen the float’s free end.`,
            goTo: { stage: 'drain', about: l.id },
          }),
          measuredCheck('off', say`Switches off at`, 'length', {
            least: f.off - EVEN,
            most: f.off + EVEN,
            means: say`Change the free length of its cable, which sets its stroke.`,
            goTo: { stage: 'drain', about: l.id },
          }),
          yes(
            'free',
            say`It swings free of walls and pipes`,
            say`Tie hoses away. A float that gets stuck runs the pump dry.`,
          ),
        ],
      }),
    );
  }
  for (const p of s.paths) {
    if (p.kind === 'float-valve')
      out.push(
        step({
          id: `valve-${p.id}`,
          chapter: 'test',
          title: say`Check that “${p.name}” closes`,
          how: [say`Let it fill “${vesselOf(s, p.to).name}” by itself. Bend or set its arm.`],
          after: ['leak'],
          minutes: 30,
          hold: true,
          tests: ['leak'],
          about: [p.id, p.to],
          entries: [
            measuredCheck('level', say`It closes at`, 'length', {
              least: p.level - EVEN,
              most: p.level + EVEN,
              means: say`Set the arm to the ${mm(p.level)} of the design.`,
              goTo: { stage: 'drain', about: p.id },
            }),
            yes(
              'tight',
              say`No drop comes through in ten minutes`,
              say`Clean grit from its seat, or use a valve for more head.`,
              {
                stage: 'drain',
                about: p.id,
              },
            ),
          ],
        }),
      );
    if (p.kind === 'seep')
      out.push(
        step({
          id: `felt-${p.from}`,
          chapter: 'test',
          title: say`Wet the whole felt of “${vesselOf(s, p.from).name}”`,
          how: [say`Run the pump for its usual time and look from the side for dry strips.`],
          after,
          minutes: 30,
          hold: true,
          running: wet.edits,
          caution: stopInTime(s, wet),
          tests: [`wall-${p.from}`, ...tests],
          about: [p.from],
          entries: [
            yes(
              'wet',
              say`It is dark from end to end`,
              say`Level the header pipe. Clear or widen the holes above the dry strip.`,
              {
                stage: 'lift',
                about: p.from,
              },
            ),
            yes(
              'back',
              say`All water returns`,
              say`Fit a longer drip edge, or a gutter that reaches beyond it.`,
              {
                step: `wall-${p.from}`,
              },
            ),
            yes('wall', say`The wall behind is dry`, say`Take it down. The sheet behind leaks.`, {
              step: `wall-${p.from}`,
            }),
          ],
        }),
      );
  }
  return out;
}

/** The cut of power, and each drain blocked. */
function failureSteps(w: Work, wet: WetTest, running: readonly string[]): BuildStep[] {
  const s = w.c.system;
  const { a } = wet;
  const out: BuildStep[] = [];
  if (pumpedLines(s).length)
    out.push(
      step({
        id: 'power-off',
        chapter: 'test',
        title: say`Cut the power at the worst moment`,
        how: [say`When the beds are fullest, pull the plug and wait until nothing moves.`],
        after: running,
        minutes: 20,
        hold: true,
        running: wet.edits,
        caution: stopInTime(s, wet),
        tests: running,
        about: s.vessels.filter(isStore).map((v) => v.id),
        entries: [
          ...s.vessels.filter(isStore).map((v: Vessel) => {
            const after = a.balance.afterPowerCut.find((r) => r.vessel === v.id);
            return measuredCheck(
              `room-${v.id}`,
              say`Water level below the rim of “${v.name}” (${mm(after?.freeboard ?? 0)} expected)`,
              'length',
              {
                least: ROOM,
                means: say`It is too full for the water that flows back. Fill in less, or let the pipe draw air above the water, so that it cannot siphon back.`,
                goTo: { stage: 'vessels', about: v.id },
              },
            );
          }),
          yes(
            'floor',
            say`No water came onto the floor`,
            say`Find the vessel that overflowed. It gets more water than the design says.`,
            {
              stage: 'vessels',
              about: '',
            },
          ),
        ],
      }),
    );
  for (const b of a.beds) {
    if (!b.mainDrain || b.inflow <= 0) continue;
    const v = vesselOf(s, b.id);
    const spare = s.paths.find(
      (p) =>
        p.from === v.id &&
        p.id !== b.mainDrain &&
        (p.kind === 'standpipe' || (p.kind === 'link' && p.height > 0)),
    );
    const to = v.rimTo ? vesselOf(s, v.rimTo).name : null;
    const blocked = wetTestWith(w.c, wet, [{ at: `paths.${b.mainDrain}`, to: undefined }]);
    out.push(
      step({
        id: `blocked-${b.id}`,
        chapter: 'test',
        title: say`Block the drain of “${v.name}”`,
        how: [
          ...moreWater(blocked, wet).map(
            (x) =>
              say`Pour ${litres(x.volume)} more into “${vesselOf(s, x.vessel).name}” first. The bed takes it, and the pump must stay under water.`,
          ),
          say`Put a wet cloth into its mouth and run the pump for ten minutes. Stay beside it.`,
          ...(Number.isFinite(b.toRim)
            ? [say`The water reaches the rim after about ${{ value: b.toRim, kind: 'time' }}.`]
            : []),
        ],
        after: pumpedLines(s).length ? ['power-off'] : running,
        minutes: 20,
        hold: true,
        running: blocked.edits,
        caution: stopInTime(s, blocked),
        tests: running,
        about: [b.id, b.mainDrain],
        entries: [
          measuredCheck('rim', say`Highest water level below the rim`, 'length', {
            least: spare || !to ? ROOM : 0,
            means: spare
              ? say`“${spare.name}” does not carry the pump’s flow. Lower its overflow height or widen it.`
              : say`It has no backup overflow, so the water goes over the rim. Add one, or a timer that cannot overfill it.`,
            goTo: { stage: 'drain', about: spare?.id ?? b.mainDrain },
          }),
          yes(
            'way',
            to
              ? say`What came out ran into “${to}” or another vessel`
              : say`All water returned to the system`,
            say`Lead the backup overflow to the tank. Water that leaves the system empties it.`,
            { stage: 'drain', about: spare?.id ?? b.mainDrain },
          ),
        ],
      }),
    );
  }
  return out;
}

/** All tests with water, in order; `after` is what must be joined. */
export function testSteps(w: Work, after: readonly string[]): BuildStep[] {
  const wet = wetTest(w.c);
  const leak = leakSteps(w, wet, after);
  const flow = flowStep(w, wet);
  const moved = flow.map((x) => x.id);
  const before: Before = {
    wet,
    after: moved.length ? moved : ['leak'],
    tests: [...(hasPipes(w) ? ['dry-fit'] : after), ...moved],
  };
  const moving = [...flow, ...siphonSteps(w, before), ...levelSteps(w, before)];
  const running = moving.length ? moving.map((x) => x.id) : ['leak'];
  const failing = failureSteps(w, wet, running);
  return [...leak, ...moving, ...failing];
}
