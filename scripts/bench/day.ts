import { readFileSync } from 'node:fs';
import { simulate } from '../../core/day/index.ts';
import { readSystem } from '../../core/formats/file.ts';
import { compile } from '../../core/assess/index.ts';

/**
 * Times of one system's day, best and median, ms: `day.js FILE RUNS`. Bundled and in a
 * process of its own, as in the worker, where no solver that it is compared with has been through the same
 * functions.
 */
const [file, runs] = process.argv.slice(2);
const r = readSystem(readFileSync(file!, 'utf8'));
if (!r.ok) throw new Error(r.message);
const net = compile(r.system);
for (let i = 0; i < 5; i++) simulate(net);
const took = Array.from({ length: Number(runs) }, () => {
  const t = performance.now();
  simulate(net);
  return performance.now() - t;
}).sort((a, b) => a - b);
console.log(JSON.stringify({ best: took[0], median: took[took.length >> 1] }));
