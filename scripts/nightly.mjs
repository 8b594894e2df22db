import { bin, install, root, run } from './setup.mjs';

/** `npm run nightly`: a hundred browsers killed while they edit, and the bench. */
install();
process.chdir(root);
process.env.KILL_RUNS ??= '100';
const failed =
  run(bin('vite'), ['build', '--logLevel', 'warn']) +
  run(bin('playwright'), ['test', '--project=kills', '--no-deps', '--reporter=line']) +
  run(process.execPath, ['scripts/bench.mjs']);
process.exit(failed === 0 ? 0 : 1);
