import { bin, freePort, install, root, run } from './setup.mjs';

/**
 * `npm run nightly`: searches through many more cases, a hundred browsers killed while they edit, three
 * windows for many rounds, a shelf of 500, and the bench.
 */
install();
process.chdir(root);
process.env.NIGHTLY = '1';
process.env.E2E_PORT ??= String(await freePort());
// Other cases than those of every test run, the same for all of them; said, so that they can be had again.
process.env.SEED ??= String(1 + (Date.now() % 1_000_000));
console.log(`SEED=${process.env.SEED}`);
const failed =
  run(bin('vite'), ['build', '--logLevel', 'warn']) +
  run(bin('vitest'), ['run', '--reporter=dot']) +
  run(bin('playwright'), ['test', '--project=kills', '--no-deps', '--reporter=line']) +
  run(bin('playwright'), ['test', '--project=journeys', '--reporter=line']) +
  run(process.execPath, ['scripts/bench.mjs']);
process.exit(failed === 0 ? 0 : 1);
