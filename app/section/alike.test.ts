// @vitest-environment happy-dom
import { readdirSync } from 'node:fs';
import { beforeEach, describe, expect, it, test } from 'vitest';
import { assess } from '../../core/assess';
import { nextTick } from 'vue';
import { judge } from '../../core/findings';
import { applyEdits } from '../../core/system';
import { demo } from '../../core/test/demo';
import { freshStores, mountIt } from '../test/mountIt';
import SectionDrawing from './SectionDrawing.vue';
import { alikeIn, firstsOf, standIns } from './alike';
import { boxOf, widthOf } from './labels';
import { findingMarks } from './marks';
import { sceneOf } from './scene';

const row = demo('eight-beds');
const beds = row.vessels.filter((v) => v.role === 'bed').map((v) => v.id);
const demos = readdirSync('demo').map((f) => f.replace('.json', ''));

describe('a long row of alike beds', () => {
  it('is one row, and is drawn as its first bed with its pipes', () => {
    const rows = alikeIn(row);
    expect(rows).toEqual([{ first: 'bed-1', all: beds }]);
    expect(beds).toHaveLength(8);
    const one = sceneOf(row, rows);
    expect(one.vessels.map((p) => p.vessel.id)).toEqual(['tank', 'sump', 'bed-1']);
    const all = sceneOf(row);
    expect(all.vessels).toHaveLength(row.vessels.length);
    // The first view is at least twice as large.
    expect(all.maxX - all.minX).toBeGreaterThan(2 * (one.maxX - one.minX));
    expect(one.drains.every((d) => ['tank', 'bed-1'].includes(d.path.from))).toBe(true);
  });
  it('a bed that is built otherwise stands apart; three alike are no long row', () => {
    const taller = applyEdits(row, [{ at: 'vessels.bed-3.shape.height', to: 0.4 }]);
    expect(alikeIn(taller)[0]!.all).toEqual(beds.filter((b) => b !== 'bed-3'));
    const siphon = row.paths.find((p) => p.kind === 'bell-siphon' && p.from === 'bed-5')!;
    const lower = applyEdits(row, [{ at: `paths.${siphon.id}.crest`, to: 0.2 }]);
    expect(alikeIn(lower)[0]!.all).not.toContain('bed-5');
    expect(alikeIn(demo('polytunnel-three'))).toEqual([]);
  });
  test.each(demos)('%s: what is drawn refers to nothing that is not', (id) => {
    const s = demo(id);
    const rows = alikeIn(s);
    const drawn = firstsOf(s, rows);
    const there = new Set(drawn.vessels.map((v) => v.id));
    for (const p of drawn.paths) {
      expect(there.has(p.from), p.id).toBe(true);
      if ('to' in p) expect(there.has(p.to), p.id).toBe(true);
    }
    if (!rows.length) expect(drawn).toBe(s);
  });
  it('a finding about a hidden bed has its mark on the one that is drawn', () => {
    const rows = alikeIn(row);
    const scene = sceneOf(row, rows);
    const about = [...standIns(rows).keys()][2]!;
    const finding = { ...judge(row)[0]!, level: 'watch' as const, about };
    const marks = findingMarks(
      [finding],
      scene,
      (x) => x,
      (z) => z,
    );
    expect(marks.map((m) => m.id)).toEqual(['bed-1']);
  });
});

/** Stages whose lenses have labels of their own, and one that has none. */
const LOOKED_AT = ['vessels', 'lift', 'drain', 'life', 'build'] as const;

describe('labels of the drawing', () => {
  beforeEach(freshStores);
  test.each(demos.flatMap((id) => LOOKED_AT.map((stage) => [id, stage] as const)))(
    '%s at %s: no name or number covers another',
    async (id, stage) => {
      const s = demo(id);
      const assessment = assess(s);
      const levels = Object.fromEntries(assessment.balance.rest.map((r) => [r.vessel, r.level]));
      const w = mountIt(SectionDrawing, {
        ...{ system: s, assessment, levels, flows: {}, stage },
        size: { width: 820, height: 560 },
      });
      // Fish make room once the labels stand.
      await nextTick();
      const texts = w.findAll('.lens > text, .lens .lens-number text, .lens text.lens-number');
      const boxes = texts.map((t) => ({
        text: t.text(),
        ...boxOf(Number(t.attributes('x')), Number(t.attributes('y')), widthOf(t.text())),
      }));
      const hits = boxes.flatMap((a, i) =>
        boxes
          .slice(0, i)
          .filter((b) => a.x1 < b.x2 && b.x1 < a.x2 && a.y1 < b.y2 && b.y1 < a.y2)
          .map((b) => `${a.text} over ${b.text}`),
      );
      expect(hits).toEqual([]);
      // Fish swim beside the labels, and never one over another.
      const fish = w.findAll('.fish').map((f) => {
        const [x, y] = /translate\(([-\d.]+) ([-\d.]+)\)/
          .exec(f.attributes('transform')!)!
          .slice(1);
        return { x: Number(x), y: Number(y) };
      });
      for (const f of fish)
        for (const b of boxes)
          expect(f.x > b.x1 && f.x < b.x2 && f.y > b.y1 && f.y < b.y2, b.text).toBe(false);
      w.unmount();
    },
  );
});
