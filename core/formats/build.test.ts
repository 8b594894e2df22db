import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { buildPlan, scheduleOf } from '../construction/index.ts';
import { judgeWhole } from '../findings/judge.ts';
import { applyEdits, type SystemDocument } from '../system/index.ts';
import { demo } from '../test/demo.ts';
import { cutListCsv, partsCsv } from './buildCsv.ts';
import { LARGEST_BACKUP, readAnyFile, readSystem, writeWith } from './file.ts';
import { photosWithin } from './write.ts';
import { buildInWords, buildReport } from './buildReport.ts';
import { stepsIcs } from './calendar.ts';
import {
  CHECK_BAR,
  PAPERS,
  pagesOf,
  partsOfSheet,
  templatesOf,
  templatesSvg,
} from './templates.ts';

/** What leaves the build as text: report, tables, templates, calendar. */

const planOf = (s: SystemDocument) => {
  const { a, day } = judgeWhole(s);
  return buildPlan({ system: s, a, day });
};
const pair = demo('potting-shed-pair');
const plan = planOf(pair);
const rows = (csv: string) =>
  Papa.parse<Record<string, string>>(csv.replace(/^\uFEFF/, '').trim(), { header: true }).data;

describe('the build report', () => {
  it('has the keys that it promises, and lengths that add up to their stock', () => {
    for (const name of ['potting-shed-pair', 'north-wall-lean-to', 'bean-buckets', 'attic-frame']) {
      const r = buildReport(demo(name));
      expect(Object.keys(r)).toEqual(
        expect.arrayContaining(['pieces', 'stock', 'holes', 'parts', 'steps', 'weight_kg', 'cost']),
      );
      expect(r.cost).toBeNull();
      const cut = r.stock.flatMap((x) => x.pieces.map((p) => `${x.size} ${p}`)).sort();
      expect(cut).toEqual(r.pieces.map((p) => `${p.size} ${p.cut_mm}`).sort());
      for (const x of r.stock) {
        const used = x.pieces.reduce((sum, p) => sum + p, 0);
        const saw = x.size.startsWith('hose') ? 0 : x.pieces.length * r.kerf_mm;
        expect(used + saw + x.offcut_mm, x.size).toBeCloseTo(x.length_mm, 0);
      }
      expect(buildInWords(r)).toContain('checkpoint');
    }
  });

  it('leaves a hole open whose maker was not asked', () => {
    expect(buildReport(pair).holes).toEqual([
      {
        vessel: 'bed',
        on: 'floor',
        x_mm: 864,
        y_mm: 350,
        diameter_mm: null,
        for: 'siphon of “Bell siphon”',
        under_water: 'flood',
      },
      {
        vessel: 'bed',
        on: 'floor',
        x_mm: 576,
        y_mm: 350,
        diameter_mm: null,
        for: 'standpipe of “Second overflow”',
        under_water: 'flood',
      },
    ]);
  });
});

describe('the tables', () => {
  it('list every piece with its bar, in the reader’s unit', () => {
    const metric = rows(cutListCsv(pair, plan, 'metric'));
    expect(metric).toHaveLength(plan.pieces.length);
    expect(metric.find((r) => r.Piece === 'Drop pipe')).toMatchObject({
      Of: 'Bell siphon',
      'Cut from': '1 in schedule 40',
      'Length (mm)': '200.3',
      Bar: 'length 1',
    });
    const inches = rows(cutListCsv(pair, plan, 'us'));
    expect(Number(inches.find((r) => r.Piece === 'Drop pipe')!['Length (in)'])).toBeCloseTo(
      200.3 / 25.4,
      2,
    );
  });

  it('list every part with price and sum, and no cell that a spreadsheet runs', () => {
    const id = plan.parts.find((p) => p.shop === 'stones')!.id;
    const s = applyEdits(pair, [
      { at: 'build.currency', to: 'CU' },
      { at: `build.parts.${id}`, to: { id, price: 12.5, have: false, source: '=1+1' } },
    ]);
    const list = rows(partsCsv(s, planOf(s), 'metric'));
    expect(list).toHaveLength(plan.parts.length);
    expect(list.find((r) => r.What === 'Lava rock 10–20 mm')).toMatchObject({
      Count: '5',
      'Price of one (CU)': '12.5',
      'Sum (CU)': '62.5',
      Source: "'=1+1",
    });
  });
});

/** Numbers of an attribute in a text of SVG. */
const numbers = (svg: string, pattern: RegExp) =>
  [...svg.matchAll(pattern)].map((m) => Number(m[1]));

describe('templates', () => {
  const id = 'bulkhead--sch40-1';
  const drilled = applyEdits(pair, [{ at: `build.holes.${id}`, to: { id, diameter: 0.0445 } }]);
  const sheets = templatesOf(drilled, planOf(drilled), 'metric');

  it('draw a known hole at its size, and none that was not asked for', () => {
    const [known, open] = sheets.filter((x) => x.id.includes('hole'));
    expect(numbers(known!.body, / r="([\d.]+)"/g)).toContain(22.25);
    expect(known!.lines.join(' ')).toContain('864 mm from the left, 350 mm from the front');
    expect(open!.lines.join(' ')).toContain('Draw a hole of the size printed on the seal’s packet');
  });

  it('wrap around the pipe that they are for', () => {
    // 3 in bell: outside 88.9 mm; 4 in guard: 110 mm.
    expect(sheets.find((x) => x.id === 'siphon-notches')!.width).toBeCloseTo(Math.PI * 88.9, 6);
    const slots = sheets.find((x) => x.id === 'siphon-slots')!;
    expect(slots.width).toBeCloseTo(Math.PI * 110, 6);
    // Slots of 4 mm from 10 to 80 mm: together at least the 60 cm² of the design.
    const count = (slots.body.match(/<rect/g) ?? []).length;
    expect(count * 4 * 70).toBeGreaterThanOrEqual(6000);
    expect((count - 1) * 4 * 70).toBeLessThan(6000);
  });

  it.each(['a4', 'letter'] as const)('fit pages of %s, each with a bar of 100 mm', (paper) => {
    const { width, height } = PAPERS[paper];
    for (const page of pagesOf(sheets, paper, 'Potting <shed> & pair')) {
      expect(page.svg).toContain(`width="${width}mm" height="${height}mm"`);
      expect(page.svg).toContain(`viewBox="0 0 ${width} ${height}"`);
      expect(page.svg).toContain(`width="${CHECK_BAR}" height="1.2"`);
      expect(page.svg).toContain('Potting &lt;shed&gt; &amp; pair');
      // No attribute twice: a reader of XML would refuse it.
      for (const tag of page.svg.match(/<[a-z][^>]*>/gi) ?? []) {
        const names = [...tag.matchAll(/ ([\w-]+)=/g)].map((m) => m[1]);
        expect(new Set(names).size, tag).toBe(names.length);
      }
    }
  });

  it('larger than the paper come in parts that overlap and leave nothing out', () => {
    const pages = pagesOf(sheets, 'a4', 'x')
      .map((p) => p.svg)
      .join('');
    const parts = [
      ...pages.matchAll(
        /<clipPath id="part-siphon-slots-(\d)-0"><rect x="0" y="0" width="([\d.]+)"/g,
      ),
    ];
    expect(parts).toHaveLength(2);
    const widths = parts.map((m) => Number(m[2]));
    const [move] = numbers(pages, /#part-siphon-slots-1-0\)"><g transform="translate\(-([\d.]+) /g);
    // The second begins 10 mm before the first ends, and ends with the strip.
    expect(widths[0]! - move!).toBeCloseTo(10, 3);
    expect(move! + widths[1]!).toBeCloseTo(Math.PI * 110, 2);
  });

  it('are all in one drawing for any drawing program', () => {
    const svg = templatesSvg(sheets);
    expect(svg).toMatch(/^<\?xml/);
    expect(svg).not.toMatch(/NaN|undefined/);
    for (const x of sheets) expect(svg).toContain(x.lines[0]);
  });
});

describe('the calendar', () => {
  const start = Date.UTC(2026, 3, 4, 9);
  const at = new Map(scheduleOf(plan.steps, start).map((x) => [x.step, x]));

  it('puts each step after what it needs and after its clocks, by daylight', () => {
    for (const x of plan.steps) {
      const mine = at.get(x.id)!;
      for (const id of x.after) {
        const before = at.get(id)!;
        expect(mine.start).toBeGreaterThanOrEqual(before.ready ?? before.end);
      }
      expect(new Date(mine.start).getUTCHours()).toBeGreaterThanOrEqual(9);
      if (x.minutes <= 540) expect(new Date(mine.end - 1).getUTCHours()).toBeLessThan(18);
      expect(mine.end - mine.start).toBe(x.minutes * 60_000);
    }
    expect(at.get('cured')!.start - at.get('glue')!.end).toBeGreaterThanOrEqual(86_400_000);
  });

  it('is iCalendar text with an entry where a clock has run', () => {
    const ics = stepsIcs('pair', 'Pair', plan.steps, start, 'metric');
    expect(ics).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2\.0/);
    const waits = plan.steps.filter((x) => x.wait).length;
    expect(ics.match(/BEGIN:VEVENT/g)).toHaveLength(plan.steps.length + waits);
    // Local times float with the bench: no zone is named.
    expect(ics).toContain('DTSTART:20260404T090000\r\n');
    expect(ics).toContain('UID:pair-glue-ready');
    for (const line of ics.split('\r\n'))
      expect(new TextEncoder().encode(line).length).toBeLessThan(240);
  });
});

describe('a file with photographs', () => {
  const photo = { step: 'leak', taken: 1000, image: 'data:image/jpeg;base64,/9j/4AAQ' };

  it('gives back the system and what was photographed', () => {
    const read = readAnyFile(writeWith(pair, { photos: [photo] }));
    expect(read).toMatchObject({ ok: true, what: 'system', photos: [photo] });
    expect(read.ok && read.what === 'system' && read.system).toEqual(pair);
    expect(readSystem(writeWith(pair, { photos: [photo] }))).toMatchObject({ ok: true });
  });

  it('carries the newest that fit, so that it can be opened again', () => {
    const all = Array.from({ length: 300 }, (_, i) => ({ ...photo, taken: i }));
    const many = photosWithin(all);
    expect(many).toMatchObject({ left: 100, size: 200 * photo.image.length });
    expect(many.taken[0]!.taken).toBe(299);
    expect(photosWithin(all, 3.5 * photo.image.length)).toMatchObject({ left: 297 });
    const large = { ...photo, image: photo.image.padEnd(890_000, 'A') };
    const { taken, left } = photosWithin(Array.from({ length: 80 }, () => large));
    // 48 MB hold 53 of 0.89 MB.
    expect([taken.length, left]).toEqual([53, 27]);
    const text = writeWith(pair, { photos: taken });
    expect(text.length).toBeLessThan(LARGEST_BACKUP);
    const read = readAnyFile(text);
    expect(read.ok && read.what === 'system' && read.photos.length).toBe(53);
  });

  it('leaves out what is no photograph, and keeps the system', () => {
    const bad = [
      { ...photo, image: 'javascript:alert(1)' },
      { ...photo, image: 'data:text/html;base64,PGI+' },
      { ...photo, step: '../x' },
      { ...photo, image: `data:image/jpeg;base64,${'A'.repeat(9_000_000)}` },
      7,
      null,
    ];
    const text = JSON.stringify({ ...pair, photos: [...bad, photo] });
    const read = readAnyFile(text);
    expect(read).toMatchObject({ ok: true, photos: [photo] });
    if (read.ok && read.what === 'system')
      expect(read.refused).toEqual([
        { why: 'Photo 1: It is not a picture.', raw: bad[0] },
        { why: 'Photo 2: It is not a picture.', raw: bad[1] },
        { why: 'Photo 3: It does not say what it shows.', raw: bad[2] },
        { why: 'Photo 4: It is too large.', raw: bad[3] },
        { why: 'Photo 5: It is not a picture.', raw: 7 },
        { why: 'Photo 6: It is not a picture.', raw: null },
      ]);
    expect(readAnyFile(JSON.stringify({ ...pair, photos: 'x' }))).toMatchObject({
      ok: true,
      photos: [],
    });
  });
});

describe('a template in parts', () => {
  it('rejoins to its length: the marks of two parts lie on one line of the template', () => {
    const tall = templatesOf(pair, plan, 'metric').find((x) => x.id.endsWith('-section'))!;
    for (const [wide, high] of [
      [190, 257],
      [195.9, 239.4],
      [80, 100],
    ] as const) {
      const parts = partsOfSheet({ ...tall, height: 640, width: 300 }, wide, high);
      expect(parts.length).toBeGreaterThan(3);
      const marks = { x: new Map<number, number>(), y: new Map<number, number>() };
      let far = 0;
      for (const p of parts) {
        const [, x, y] = /translate\((-?[\d.]+) (-?[\d.]+)\)/.exec(p.body)!.map(Number) as [
          number,
          number,
          number,
        ];
        far = Math.max(far, -y + p.height);
        const joins = p.body.slice(p.body.lastIndexOf('</g>'));
        for (const [, x1, y1, x2, y2] of joins.matchAll(
          /x1="([-\d.]+)" y1="([-\d.]+)" x2="([-\d.]+)" y2="([-\d.]+)"/g,
        )) {
          const upright = x1 === x2;
          const at =
            Math.round(((upright ? Number(x1) - x : Number(y1) - y) + Number.EPSILON) * 1000) /
            1000;
          expect(upright || y1 === y2).toBe(true);
          const of = marks[upright ? 'x' : 'y'];
          of.set(at, (of.get(at) ?? 0) + 1);
        }
      }
      // The last part ends where the template does, and every mark is on both sides of its cut.
      expect(far).toBeCloseTo(640, 6);
      for (const n of [...marks.x.values(), ...marks.y.values()]) expect(n % 2).toBe(0);
      expect(marks.y.size).toBeGreaterThan(1);
    }
  });
});
