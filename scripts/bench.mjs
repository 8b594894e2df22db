import { bin, install, run } from './setup.mjs';

/** `npm run bench`: measures, one line each; nothing here passes or fails. */
install();
if (run(bin('vite'), ['build', '--logLevel', 'warn']) !== 0) process.exit(1);
process.exit(run(bin('tsx'), ['scripts/bench.ts']));
