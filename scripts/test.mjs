import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { chromiumLaunch } from './chromium.mjs';
import { bin, freePort, install, root, run } from './setup.mjs';

/**
 * `npm test`: installs what is missing (Debian's Chromium too, where it may), then checks types,
 * style, imports, units and the journeys in a real browser, and counts what passed.
 */
const CHROMIUM = chromiumLaunch.executablePath;

function chromium() {
  if (existsSync(CHROMIUM)) return true;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return false;
  console.log('Installing Chromium for the browser journeys.');
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { stdio: 'ignore', env };
  spawnSync('apt-get', ['update'], quiet);
  spawnSync('apt-get', ['install', '-y', '--no-install-recommends', 'chromium'], quiet);
  return existsSync(CHROMIUM);
}

install();
const out = `${root}/.cache`;
mkdirSync(out, { recursive: true });

let passed = 0;
let failed = 0;
function check(name, command, args) {
  console.log(`\n— ${name}`);
  if (run(command, args) === 0) passed++;
  else failed++;
}
check('types of the core, without DOM', bin('tsc'), ['-p', 'tsconfig.core.json']);
check('types of server, scripts and tests', bin('tsc'), ['-p', 'tsconfig.node.json']);
check('types of the application', bin('vue-tsc'), ['-p', 'tsconfig.app.json']);
check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
check('import directions', bin('depcruise'), [
  '--config',
  '.dependency-cruiser.cjs',
  'core',
  'app',
  'server',
]);
check('build', bin('vite'), ['build', '--logLevel', 'warn']);

const unit = `${out}/unit.json`;
rmSync(unit, { force: true });
console.log('\n— units');
const unitStatus = run(bin('vitest'), [
  'run',
  '--reporter=dot',
  '--reporter=json',
  `--outputFile.json=${unit}`,
]);
if (existsSync(unit)) {
  const r = JSON.parse(readFileSync(unit, 'utf8'));
  passed += r.numPassedTests;
  failed += r.numFailedTests;
  if (unitStatus !== 0 && r.numFailedTests === 0) failed++;
} else failed++;

console.log('\n— journeys in the browser');
if (chromium()) {
  const e2e = `${out}/e2e.json`;
  rmSync(e2e, { force: true });
  const status = run(bin('playwright'), ['test'], {
    env: {
      ...process.env,
      PLAYWRIGHT_JSON_OUTPUT_NAME: e2e,
      E2E_PORT: String(await freePort()),
    },
  });
  if (existsSync(e2e)) {
    const { stats } = JSON.parse(readFileSync(e2e, 'utf8'));
    passed += stats.expected + stats.flaky;
    failed += stats.unexpected;
    if (status !== 0 && stats.unexpected === 0) failed++;
  } else failed++;
} else {
  console.error(`There is no Chromium at ${CHROMIUM}, and it cannot be installed from here.`);
  failed++;
}

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
