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
import { measure, step, yes } from './make.ts';
import type { Work } from './work.ts';
import type { Entry, Step } from './types.ts';
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
    (p): Phrase => say`“${s.vessels[p.from]!.name}” at ${mm(p.cover)} over its floor`,
  );
  if (!low.length) return null;
  return [
    ...say`Without stones the beds take more water than there is room for. Stop the pump with `,
    ...listed(low),
    ...say`, or test the beds one after the other.`,
  ];
}

function leakSteps(w: Work, wet: WetTest, after: readonly string[]): Step[] {
  const s = wet.system;
  const more = waterOf(wet) - waterOf(w.c);
  return [
    step({
      id: 'fill-test',
      chapter: 'test',
      title: say`Fill with tap water, no stones`,
      how: [
        say`${litres(waterOf(wet))} in all, vessel by vessel. Stop and look at half.`,
        ...(more > 1e-6
          ? [
              say`That is ${litres(more)} more than the design has: without stones the beds take more, and the pump must stay covered.`,
            ]
          : []),
        ...s.vessels
          .filter((v) => v.fill > 0)
          .map(
            (v) =>
              say`“${v.name}”: ${litres(v.fill)}, to ${mm(wet.a.balance.rest.find((r) => r.vessel === v.id)?.level ?? 0)} over its floor.`,
          ),
      ],
      after,
      minutes: 45,
      about: s.vessels.filter((v) => v.fill > 0).map((v) => v.id),
      caution: say`Outdoors or where a leak does no harm, if it can be.`,
    }),
    step({
      id: 'leak',
      chapter: 'test',
      title: say`Watch for leaks`,
      how: [
        say`Dry paper under every joint and flange, pumps running once through. Twenty minutes, then look again in an hour.`,
      ],
      after: ['fill-test'],
      minutes: 25,
      hold: true,
      running: wet.edits,
      caution: stopInTime(s, wet),
      tests: ['fill-test', ...after],
      about: s.paths.map((p) => p.id),
      entries: [
        measure('watched', say`Watched`, 'time', {
          least: LEAK_WATCH,
          means: say`Slow leaks show after a while: watch for ${{ value: LEAK_WATCH, kind: 'time' }}.`,
        }),
        yes(
          'dry',
          say`Every paper is dry`,
          say`At a flange: too loose, or its washer on the wrong side; a quarter turn, no more. At a joint: pushed short; cut it out. At a liner’s hole: the plate is missing or the cut is too large.`,
          { step: hasPipes(w) ? 'dry-fit' : after[0]! },
        ),
      ],
    }),
  ];
}

function flowStep(w: Work, wet: WetTest): Step[] {
  const lines = pumpedLines(w.c.system);
  if (!lines.length) return [];
  return [
    step({
      id: 'flow',
      chapter: 'test',
      title: say`Bucket test`,
      how: [
        say`A bucket under the outlet, at its real height, timed twice. Volume and time may be typed together.`,
        say`Mizuna goes by what you measure from here on.`,
      ],
      after: ['leak'],
      minutes: 15,
      hold: true,
      running: wet.edits,
      caution: stopInTime(w.c.system, wet),
      tests: ['power'],
      about: lines.map((l) => l.id),
      entries: lines.map((l): Entry => {
        const reckoned = reckonedFlow(w.c, l);
        return measure(
          `flow-${l.id}`,
          say`Flow of “${l.name}”; ${flow(reckoned)} by its box`,
          'flow',
          {
            least: POOR_FLOW * reckoned,
            means: say`Far less than ${flow(reckoned)}: a kink, air in the line, a tap half shut, a clogged guard, or a pump that is not what its box says.`,
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

function siphonSteps(w: Work, { wet, after, tests }: Before): Step[] {
  return w.c.system.paths.filter(isSiphon).map((p): Step => {
    const window = wet.a.siphons.find((x) => x.id === p.id);
    const tap: Entry['goTo'] = { stage: 'drain', about: p.id };
    return step({
      id: `siphon-${p.id}`,
      chapter: 'test',
      title: say`Let “${p.name}” start and stop by itself`,
      how: [
        say`Pump on, hands off. Count; listen for the gurgle at its end.`,
        ...(window
          ? [
              say`It wants between ${flow(window.start.expected)} and ${flow(window.stopsBelow)}; by the design it gets ${flow(window.inflow)}.`,
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
        measure('starts', say`Times it started`, 'count', {
          least: CYCLES,
          means: say`It does not start: too little water for its bore (open the tap), air at the bell’s cap or the loop’s joints, or a drop pipe that never fills: put an elbow or a water lock at its foot.`,
          goTo: tap,
        }),
        measure('stops', say`Times it stopped`, 'count', {
          least: CYCLES,
          means: say`It does not stop: too much water comes in (close the tap), notches too low or too small to let air in, or a foot that stays drowned.`,
          goTo: tap,
        }),
      ],
    });
  });
}

/** What holds a level without a siphon: overflow of a timer's flood, floats, a float valve, felt. */
function levelSteps(w: Work, { wet, after, tests }: Before): Step[] {
  const { system: s, a } = w.c;
  const out: Step[] = [];
  for (const b of a.beds) {
    const v = vesselOf(s, b.id);
    const main = s.paths.find((p) => p.id === b.mainDrain);
    if (main?.kind !== 'standpipe' || main.from !== v.id) continue;
    out.push(
      step({
        id: `overflow-${v.id}`,
        chapter: 'test',
        title: say`Flood “${v.name}” to its overflow`,
        how: [say`Pump on until it spills into “${main.name}”; let it run so for five minutes.`],
        after,
        minutes: 20,
        hold: true,
        running: wet.edits,
        caution: stopInTime(s, wet),
        tests,
        about: [v.id, main.id],
        entries: [
          measure('stands', say`Water stands over the floor`, 'length', {
            least: main.crest - ROOM,
            most: main.crest + OVER_CREST,
            means: say`Higher than ${mm(main.crest + OVER_CREST)}: the overflow is too narrow for the pump or its foot is drowned. Lower: its crest was cut short.`,
            goTo: { stage: 'drain', about: main.id },
          }),
          yes(
            'off',
            say`Pump off, it drains back as it should`,
            say`A check valve in the line, a line that ends over the water or a clogged guard holds it back.`,
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
        title: say`See that all of “${row.name}” fill alike`,
        how: [say`Fill halfway, pump off, wait a minute, then measure each from its floor.`],
        after: ['leak'],
        minutes: 30,
        hold: true,
        running: wet.edits,
        caution: stopInTime(s, wet),
        tests: [`row-${row.id}`, 'leak'],
        about: [row.id],
        entries: [
          measure('spread', say`Highest less lowest`, 'length', {
            most: EVEN,
            means: say`One stands lower than the others, or a stub of the manifold is clogged or full of air.`,
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
          say`On at ${mm(f.on)} and off at ${mm(f.off)} over the floor of “${vesselOf(s, f.vessel).name}”: move its stop on the cable or rod until it does so twice.`,
        ],
        after: ['flow'],
        minutes: 20,
        hold: true,
        running: wet.edits,
        caution: stopInTime(s, wet),
        tests: ['power', 'flow'],
        about: [l.id, f.vessel],
        entries: [
          measure('on', say`Switches on at`, 'length', {
            least: f.on - EVEN,
            most: f.on + EVEN,
            means: say`Shorten or lengthen the float’s free end.`,
            goTo: { stage: 'drain', about: l.id },
          }),
          measure('off', say`Switches off at`, 'length', {
            least: f.off - EVEN,
            most: f.off + EVEN,
            means: say`Its stroke is fixed by the free length of its cable.`,
            goTo: { stage: 'drain', about: l.id },
          }),
          yes(
            'free',
            say`It swings free of walls and pipes`,
            say`Tie hoses away: a float that hangs up runs the pump dry.`,
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
          title: say`See that “${p.name}” shuts`,
          how: [say`Let it fill “${vesselOf(s, p.to).name}” by itself; bend or set its arm.`],
          after: ['leak'],
          minutes: 30,
          hold: true,
          tests: ['leak'],
          about: [p.id, p.to],
          entries: [
            measure('level', say`It shuts at`, 'length', {
              least: p.level - EVEN,
              most: p.level + EVEN,
              means: say`Set the arm: the design says ${mm(p.level)}.`,
              goTo: { stage: 'drain', about: p.id },
            }),
            yes(
              'tight',
              say`No drop follows in ten minutes`,
              say`Grit on the seat, or more head than it shuts against.`,
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
          how: [say`Pump on for its usual time; look from the side for dry strips.`],
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
              say`Level the header; clear or widen the holes over the dry strip.`,
              {
                stage: 'lift',
                about: p.from,
              },
            ),
            yes(
              'back',
              say`Every drop comes back`,
              say`Longer drip edge, or a gutter that reaches beyond it.`,
              {
                step: `wall-${p.from}`,
              },
            ),
            yes('wall', say`The wall behind is dry`, say`Take it down: the sheet behind leaks.`, {
              step: `wall-${p.from}`,
            }),
          ],
        }),
      );
  }
  return out;
}

/** The cut of power, and each drain blocked. */
function failureSteps(w: Work, wet: WetTest, running: readonly string[]): Step[] {
  const s = w.c.system;
  const { a } = wet;
  const out: Step[] = [];
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
            return measure(
              `room-${v.id}`,
              say`Water to the rim of “${v.name}”; ${mm(after?.freeboard ?? 0)} reckoned`,
              'length',
              {
                least: ROOM,
                means: say`It is too full for what flows back: pour in less, or let the line draw air above the water so that it cannot siphon back.`,
                goTo: { stage: 'vessels', about: v.id },
              },
            );
          }),
          yes(
            'floor',
            say`Nothing came onto the floor`,
            say`Find where it ran over; that vessel takes more than the design says.`,
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
              say`Pour ${litres(x.volume)} more into “${vesselOf(s, x.vessel).name}” first: the bed takes it, and the pump must stay covered.`,
          ),
          say`A wet cloth in its mouth, pump on, ten minutes. Stay beside it.`,
          ...(Number.isFinite(b.toRim)
            ? [say`It is at the rim after about ${{ value: b.toRim, kind: 'time' }}.`]
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
          measure('rim', say`Highest water under the rim`, 'length', {
            least: spare || !to ? ROOM : 0,
            means: spare
              ? say`“${spare.name}” does not carry the pump’s flow: lower its crest or widen it.`
              : say`There is no second outlet: the water goes over the rim. Add one, or a timer that cannot overfill it.`,
            goTo: { stage: 'drain', about: spare?.id ?? b.mainDrain },
          }),
          yes(
            'way',
            to
              ? say`What came out ran into “${to}” or another vessel`
              : say`All of it found its way back`,
            say`Lead the spare outlet over the tank: what leaves the system empties it.`,
            { stage: 'drain', about: spare?.id ?? b.mainDrain },
          ),
        ],
      }),
    );
  }
  return out;
}

/** All tests with water, in order; `after` is what must be joined. */
export function testSteps(w: Work, after: readonly string[]): Step[] {
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
