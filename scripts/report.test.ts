import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { report } from './report.ts';

/** As it is called by hand; one start is slow, so that the rest asks the function behind it. */
const called = (...args: string[]) =>
  spawnSync(process.execPath, ['node_modules/tsx/dist/cli.mjs', 'scripts/report.ts', ...args], {
    encoding: 'utf8',
  });

describe('npm run report', () => {
  it('prints JSON and nothing else, with every key', () => {
    const r = called('demo/potting-shed-pair.json', '--json');
    expect(r.status).toBe(0);
    expect(r.stderr).toBe('');
    const j = JSON.parse(r.stdout) as {
      siphons: { start_l_h: Record<string, number> }[];
      day: { balance_error_ml: number };
      findings: { id: string; unit: string; sentence: string }[];
    };
    expect(j).toMatchObject({
      accounts: {
        rest: [
          { vessel: 'tank', litres: 620 },
          { vessel: 'bed', above_intake_m: null },
        ],
        deepest: expect.any(Array),
        afterPowerCut: expect.any(Array),
      },
      pumps: [{ id: 'lift' }],
      siphons: [{ bed: 'bed', starts: 'yes', stops: 'yes' }],
      day: {
        spilled_l: 0,
        beds: [{ id: 'bed' }],
        pumps: [{ id: 'lift', running_s: 86400, dry_s: 0 }],
      },
    });
    const siphon = j.siphons[0]!;
    // Froude 0.3, 0.5 and 0.75 of a 26.64 mm bore: 307.7, 512.8, 769.2 L/h
    expect(siphon.start_l_h).toEqual({ low: 307.7, expected: 512.8, high: 769.2 });
    expect(Math.abs(j.day.balance_error_ml)).toBeLessThan(1);
    for (const f of j.findings) {
      expect(Object.keys(f)).toEqual([
        'id',
        'level',
        'about',
        'measured',
        'limit',
        'unit',
        'sentence',
      ]);
    }
  });

  it('gives the plan of care and tasks as of a moment, in litres and grams', () => {
    const at = ['--advice', '--json', '--now', '2026-06-10T08:00:00Z', '--zone', 'Europe/Vienna'];
    const r = report(['demo/warm-balcony.json', ...at]);
    expect(r.status).toBe(0);
    const j = JSON.parse(r.stdout) as {
      asof: string;
      known: { quantity: string }[];
      doubts: unknown[];
      plan: {
        urgency: string;
        first_aid: { treatment: string }[];
        steps: Record<string, unknown>[];
        feed_g_day: number;
        avoid: unknown[];
        expected: Record<string, { before: number[]; after: number[] }>;
        retest: { what: string[]; at: string }[];
      };
      tasks: Record<string, unknown>[];
    };
    expect(j.asof).toBe('2026-06-10T08:00:00.000Z');
    // Starting water of pH 8.1, 29 °C, 1.5 mg/L: half of 330 L now, tested six hours later.
    expect(j.plan.urgency).toBe('now');
    expect(j.plan.first_aid.map((x) => x.treatment)).toEqual(['aerate', 'stop-feeding']);
    expect(j.plan.feed_g_day).toBe(0);
    const change = j.plan.steps.find((x) => x.treatment === 'change')!;
    expect(change).toMatchObject({ amount: 165, unit: 'L', at_h: 0, wait_h: 6, parts: 1 });
    expect(change.do).toMatch(/within 2 °C of the tank/);
    expect(j.plan.retest).toContainEqual({
      what: ['tan', 'ph', 'temperature'],
      at: '2026-06-10T14:00:00.000Z',
      because: expect.any(String) as string,
    });
    expect(j.known.find((x) => x.quantity === 'tan')).toEqual({
      quantity: 'tan',
      low: 1.45,
      high: 1.55,
      unit: 'mg/L',
      age_h: null,
      from: 'start',
    });
    const { unionised } = j.plan.expected;
    expect(unionised!.after[1]).toBeLessThan(unionised!.before[1]!);
    expect(j.tasks[0]).toMatchObject({ due: '2026-06-10' });
    expect(report(['demo/warm-balcony.json', ...at.slice(0, 1)]).stdout).toMatch(/^As of 20/);
    for (const wrong of [
      ['--advice', '--now', 'soon'],
      ['--advice', '--zone', 'Nowhere'],
      ['--advice', '--build'],
      ['--zone', 'UTC'],
    ])
      expect(report(['demo/warm-balcony.json', ...wrong])).toMatchObject({ status: 2, stdout: '' });
  });

  it('follows a season in the way of care that is asked for, with what it asks and yields', () => {
    interface SeasonJson {
      care_mode: string;
      care: { day: number; treatment: string; amount: number | null; unit: string | null }[];
      deaths: number;
      harvest: { crop: string; kg: number }[];
      asks: { minutes: number; tests: number; topped_up_l: number; feed_g: number };
      unkept: { day: number; change: { title: string } | null } | null;
      days: { tan: number; fish_count: number; feed_g: number }[];
      cycled_day: number | null;
    }
    const season = (file: string, days: number, ...more: string[]) => {
      const r = report([`demo/${file}.json`, '--season', String(days), '--json', ...more]);
      expect(r.status).toBe(0);
      return JSON.parse(r.stdout) as SeasonJson;
    };
    const tended = season('potting-shed-pair', 100);
    expect(tended.care_mode).toBe('tended');
    expect(tended.care[0]).toMatchObject({ day: 0, treatment: 'ammonia', amount: 1.24, unit: 'g' });
    expect(tended.care.filter((x) => x.treatment === 'stock').map((x) => x.amount)).toEqual([5, 5]);
    expect(tended.deaths).toBe(0);
    expect(tended.asks.tests).toBeGreaterThan(50);
    expect(tended.asks.minutes).toBeGreaterThan(100);
    expect(tended.unkept).toBeNull();
    expect(tended.days).toHaveLength(101);

    const alone = season('potting-shed-pair', 100, '--care', 'none');
    expect(alone).toMatchObject({ care_mode: 'none', care: [], asks: { minutes: 0, tests: 0 } });
    // One dose to the target; the same evaporation is topped up.
    expect(alone.days[0]!.tan).toBe(2);
    expect(alone.asks.topped_up_l).toBeCloseTo(tended.asks.topped_up_l, -1);

    // Ammonia by the day is nobody's plan but the one that was given.
    const daily = season('potting-shed-pair', 10, '--start', 'fishless', '--dose', '0.3');
    expect(daily.care_mode).toBe('planned');
    expect(daily.days[9]!.tan).toBeCloseTo(3, 1);

    const balcony = season('warm-balcony', 70);
    expect(balcony.unkept!.day).toBeGreaterThan(20);
    expect(balcony.unkept!.change!.title).toMatch(/air|instead of 70/);
    expect(report(['demo/warm-balcony.json', '--season', '9']).stdout).toMatch(/asks for \d+ min/);
    expect(report(['demo/warm-balcony.json', '--season', '9', '--care', 'well'])).toMatchObject({
      status: 2,
      stdout: '',
      stderr: '--care is one of tended, planned, none, not “well”.\n',
    });
  });

  it('prints sentences without --json, findings and all, and exits 0', () => {
    const r = report(['demo/the-first-attempt.json']);
    expect(r.status).toBe(0);
    expect(r.stdout).toMatch(/stop {2}reserve: .* short of covering the pump’s intake/);
  });

  it('is called by hand with a bad file: one sentence where errors go, and status 2', () => {
    const r = called('demo/none.json');
    expect(r).toMatchObject({ status: 2, stdout: '' });
    expect(r.stderr).toBe('There is no file demo/none.json.\n');
  });

  it('exits 2 with one sentence on a bad file', () => {
    const dir = mkdtempSync(join(tmpdir(), 'report-'));
    writeFileSync(join(dir, 'broken.json'), '{"kind":');
    for (const args of [
      [join(dir, 'none.json')],
      [join(dir, 'broken.json')],
      [dir],
      [],
      ['a', 'b'],
      ['--what', 'a'],
    ]) {
      const r = report(args);
      expect(r.status, args.join()).toBe(2);
      expect(r.stdout).toBe('');
      expect(r.stderr.trim().split('\n')).toHaveLength(1);
    }
  });
});
