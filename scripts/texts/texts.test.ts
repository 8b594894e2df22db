import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { demo } from '../../core/test/demo.ts';
import { buildPlan } from '../../core/construction/index.ts';
import { fixesFor, judgeWhole } from '../../core/findings/index.ts';
import { tell, type Phrase } from '../../core/quantity/index.ts';
import { collectTexts } from './collect.ts';
import { MOST_WORDS, RETIRED } from './retired.ts';

/** All texts of the interface and of the core are in plain words. */

const sources = ['app', 'core', 'server'].flatMap((room) =>
  readdirSync(room, { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.(ts|vue)$/.test(f) && !/\.test\.ts$|(^|\/)test\//.test(f))
    .map((f) => `${room}/${f}`),
);

/** The texts of a file, collected once. */
const kept = new Map<string, ReturnType<typeof collectTexts>>();
function textsOf(file: string): ReturnType<typeof collectTexts> {
  const texts = kept.get(file) ?? collectTexts(file);
  kept.set(file, texts);
  return texts;
}

/** Retired words of a text, each with what is used instead. */
const retiredIn = (text: string): string[] =>
  RETIRED.flatMap(({ pattern, instead }) => {
    const found = pattern.exec(text)?.[0];
    return found === undefined ? [] : [`“${found}” (use: ${instead})`];
  });
/** What is wrong with a text, in a line each. */
function faultsOf(text: string): string[] {
  // A quantity, a list of them and the name of a part count as one word.
  const long = text
    .replace(/“[^”]*”/g, 'name')
    .replace(/\d[\d.,]*( (mm|cm|m|L|L\/h|kg|g|W|%|°C|h|min|s|mg\/L|in))?\b/g, '1')
    .replace(/1(, 1)+/g, '1')
    .split(/(?<=[.!?])\s+/)
    .map((s) => s.trim().split(/\s+/).length)
    .filter((n) => n > MOST_WORDS);
  return [...retiredIn(text), ...long.map((n) => `a sentence of ${n} words`)];
}

describe('the words', () => {
  it.each(RETIRED.map((r) => [r.example, r] as const))('finds “%s”', (example, { pattern }) => {
    expect(pattern.test(example)).toBe(true);
  });
  it('leaves plain sentences alone, and counts the words of long ones', () => {
    expect(
      faultsOf('Open the valve. Tap water has chlorine. The air stones add oxygen at 16:30.'),
    ).toEqual([]);
    expect(faultsOf(`${'word '.repeat(MOST_WORDS)}more.`)).toEqual(['a sentence of 26 words']);
  });
});

it('collects literals, templates, attributes and what stands between tags', () => {
  const vue = `<script setup lang="ts">
const a = \`Add \${n} fish\`;
const b = x === 'not a text' ? 'Two words' : 'paths.bed';
</script>
<template><p class="no text here" aria-label="Name of it">{{ f('Inner text') }} of <b>all</b> water</p></template>`;
  expect(collectTexts('a.vue', vue).map((t) => `${t.line} ${t.text}`)).toEqual([
    '2 Add {} fish',
    '3 Two words',
    '5 Name of it',
    '5 Inner text',
    '5 {} of all water',
  ]);
});

it('no text of the sources uses a retired word or a long sentence', () => {
  const texts = sources.flatMap(textsOf).filter((t) => !t.quoted);
  expect(texts.length).toBeGreaterThan(4500);
  const found = texts.flatMap((t) =>
    faultsOf(t.text).map((why) => `${t.file}:${t.line} ${why}: ${t.text}`),
  );
  expect(found).toEqual([]);
});

/** Tables of fixed metric units, and goods that are named by their nominal size. */
const METRIC = /^core\/(formats|catalogue)\/|^core\/construction\/stocks/;
/** Names of faults are plain words that runs and files keep; this one says how much it leaks. */
const NAMED = new Set(['core/faultTests/faults/leak.ts']);
const TYPED_UNIT = /\{\} ?(mg\/L|°C|°F|mm|cm|L|L\/h|g|kg|W|kWh|m²|mS\/cm)(?![\w/²])/;
it('no sentence has a unit typed after its number: the person chooses the units', () => {
  expect(TYPED_UNIT.test('off by {} °C.')).toBe(true);
  expect(TYPED_UNIT.test('Change {} Litres, {} go')).toBe(false);
  const found = sources
    .filter((f) => !METRIC.test(f) && !NAMED.has(f))
    .flatMap(textsOf)
    .filter((t) => !t.quoted && TYPED_UNIT.test(t.text))
    .map((t) => `${t.file}:${t.line} ${t.text}`);
  expect(found).toEqual([]);
});

it('no sentence is put together of halves', () => {
  const halves = (file: string, content: string) =>
    collectTexts(file, content)
      .filter((t) => t.halves)
      .map((t) => t.line);
  expect(halves('a.ts', "const a = `Pump ${on ? 'on' : 'off'} at ${t}`;")).toEqual([1]);
  expect(halves('a.ts', "const a = `tap ${x ? 'one' : 'two'} open`;")).toEqual([1]);
  expect(halves('a.ts', 'const a = on ? `Pump on at ${t}` : `Pump off at ${t}`;')).toEqual([]);
  const vue = `<script setup lang="ts">\nconst b = 1;\n</script>\n<template><p>{{ \`Use \${x ? 'this' : 'that'} pump\` }}</p></template>`;
  expect(halves('a.vue', vue)).toEqual([4]);
  // A report of the command line has its columns.
  const found = sources
    .filter((f) => f !== 'core/formats/buildReport.ts')
    .flatMap(textsOf)
    .filter((t) => t.halves)
    .map((t) => `${t.file}:${t.line} ${t.text}`);
  expect(found).toEqual([]);
});

/** A name of the code, as “VesselSupport”, which a rename leaves in a text. */
const CODE_NAME = /(?<![.\p{L}])\p{L}*\p{Ll}{2}\p{Lu}\p{Ll}{2,}/u;
it('no text has a name of the code in it', () => {
  expect(CODE_NAME.test('VesselSupport')).toBe(true);
  expect(CODE_NAME.test('Energy in kWh at pH 7')).toBe(false);
  const found = sources
    .flatMap(textsOf)
    .filter((t) => !t.quoted && !t.text.startsWith('<') && CODE_NAME.test(t.text))
    .map((t) => `${t.file}:${t.line} ${t.text}`);
  expect(found).toEqual([]);
});

it.each(readdirSync('demo').filter((f) => f.endsWith('.json')))(
  'what is said of %s is plain as a whole',
  (file) => {
    const s = demo(file.replace(/\.json$/, ''));
    const { a, day, findings } = judgeWhole(s);
    const plan = buildPlan({ system: s, a, day });
    const said: Phrase[] = [
      ...findings.flatMap((f) => [f.sentence, f.why]),
      ...findings
        .filter((f) => f.level !== 'fine')
        .slice(0, 6)
        .flatMap((f) => fixesFor(s, f, findings).map((x) => x.label)),
      ...plan.questions.map((q) => q.sentence),
      ...plan.steps.flatMap((x) => [x.title, ...x.how, ...(x.caution ? [x.caution] : [])]),
      ...plan.pieces.map((p) => p.why),
    ];
    expect(said.length).toBeGreaterThan(40);
    // A number that says nothing is said in words: at once, no bacteria yet.
    for (const p of said)
      expect(tell(p, 'metric')).not.toMatch(/\b(after|in|within) 0 (s|min)\b|\d{4,} %/);
    const found = said.flatMap((p) => {
      const text = tell(p, 'metric');
      return faultsOf(text).map((why) => `${why}: ${text}`);
    });
    expect([...new Set(found)]).toEqual([]);
  },
);

it.each(['README.md', 'docs/science.md', 'docs/kept.md', 'docs/devices.md'])(
  '%s uses no retired word',
  (file) => {
    const text = readFileSync(file, 'utf8').replace(
      /```[\s\S]*?```|`[^`]*`|\(.*?\.(md|png)\)/g,
      '',
    );
    const found = text
      .split('\n')
      .flatMap((line, i) => retiredIn(line).map((hit) => `${i + 1} ${hit} ${line.slice(0, 100)}`));
    expect(found).toEqual([]);
  },
);
