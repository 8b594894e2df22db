import { expect, test } from 'vitest';
import { ACIDS, BUFFERS, CHELATES, CROPS, DECHLORINATORS, FISH } from '../catalogue/index.ts';
import { inSentence } from './inSentence.ts';

test.each([
  ['Vitamin C (ascorbic acid)', 'vitamin C (ascorbic acid)'],
  ['European perch', 'European perch'],
  ['EDDHA chelate', 'EDDHA chelate'],
  ['Baking soda', 'baking soda'],
  ['pH pen', 'pH pen'],
  ['', ''],
])('%s is %s within a sentence', (name, within) => expect(inSentence(name)).toBe(within));

test('only the first letter of a name in the catalogues ever changes', () => {
  for (const { name } of [...ACIDS, ...BUFFERS, ...CHELATES, ...CROPS, ...DECHLORINATORS, ...FISH])
    expect(inSentence(name).slice(1)).toBe(name.slice(1));
});
