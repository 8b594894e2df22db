import { spawn } from 'node:child_process';
import { readFileSync, readdirSync } from 'node:fs';
import { bin, freePort, install, root, run } from './setup.mjs';

/** `npm run bench`: measures, one line each; nothing here passes or fails. */
install();
if (run(bin('vite'), ['build', '--logLevel', 'warn']) !== 0) process.exit(1);
// The day is timed as it ships: bundled, in a process of its own.
const { build } = await import('vite');
await build({
  root,
  configFile: false,
  publicDir: false,
  logLevel: 'error',
  build: { ssr: 'scripts/bench/day.ts', outDir: '.cache/bench', emptyOutDir: true },
});
if (run(bin('tsx'), ['scripts/bench.ts']) !== 0) process.exit(1);

const { firstVisit, longLog, longShelf, pulling, workerMemory, yearOfTrends } =
  await import('./bench/browser.mjs');
const port = await freePort();
const at = `http://127.0.0.1:${port}`;
const server = spawn(bin('tsx'), ['server/main.ts'], {
  cwd: root,
  env: { ...process.env, PORT: String(port) },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) => server.stdout.once('data', resolve));
try {
  const ms = (x) => `${x.toFixed(0)} ms`;
  const visit = await firstVisit(at);
  console.log(
    `first visit in the browser: shelf with its cards after ${ms(visit.shelf)}, a system opened from there judged with its day after ${ms(visit.judged)} (medians of 5)`,
  );
  const demos = readdirSync(`${root}/demo`).map((f) =>
    JSON.parse(readFileSync(`${root}/demo/${f}`, 'utf8')),
  );
  const shelf = await longShelf(at, demos, 500);
  console.log(
    `shelf of 500 systems: first cards after ${ms(shelf.first)}, ${ms(shelf.again)} on later visits (wanted below 300 ms), ${shelf.nodes} elements; a step of scrolling to the frame after it median ${ms(shelf.drawn.median)}, 95th percentile ${ms(shelf.drawn.p95)} the first time, ${ms(shelf.known.median)}, ${ms(shelf.known.p95)} with pictures kept`,
  );
  for (const [system, stage, handle] of [
    ['Potting-shed pair', 'Fill & drain', 'Overflow height of Bell siphon'],
    ['The first attempt', 'Vessels', 'Rim of Bed'],
  ]) {
    const { number, frame } = await pulling(at, system, stage, handle);
    console.log(
      `pulling “${handle}” of ${system}: from the move to its redrawn number median ${number.median.toFixed(1)} ms, 95th percentile ${number.p95.toFixed(1)} ms (wanted below 16 ms); to the end of that frame median ${ms(frame.median)}, ${ms(frame.p95)}; ${number.n} moves`,
    );
  }
  const year = await yearOfTrends(at);
  console.log(
    `a year of 10,000 readings in the browser: from the press to the chart median ${ms(year.drawn.median)}, at most ${ms(year.drawn.p95)} (wanted below 100 ms); a step of scrolling through the log median ${ms(year.scrolled.median)}, 95th percentile ${ms(year.scrolled.p95)}`,
  );
  for (const count of [100, 50_000]) {
    const log = await longLog(at, count);
    console.log(
      `a log of ${count} entries in the browser: opened in ${ms(log.opened.median)} (wanted below 1.5 s), a pH to its advice ${ms(log.noted.median)} (wanted below 100 ms)`,
    );
  }
  const memory = await workerMemory(at);
  console.log(
    `memory of the worker after 40 edits: ${memory.used.toFixed(1)} MB of heap, ${memory.kept.toFixed(1)} MB once swept`,
  );
} finally {
  server.kill();
}
process.exit(0);
