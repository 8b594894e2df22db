import { bin, install, run } from './setup.mjs';

/**
 * `npm run golden [-- NAME …]`: writes what the core says of the golden systems anew. Read the difference in
 * scripts/golden/reports before it is committed.
 */
install();
const names = process.argv.slice(2);
process.exit(
  run(bin('vitest'), ['run', '--project=core', 'scripts/golden'], {
    env: {
      ...process.env,
      GOLDEN: 'accept',
      ...(names.length ? { GOLDEN_ONLY: names.join(',') } : {}),
    },
  }),
);
