import { spawn, spawnSync } from 'node:child_process';
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
/** Runs a check to its end; what it says is shown whole, not between the lines of another. */
function check([name, command, args]) {
  return new Promise((done) => {
    const child = spawn(bin(command), args, { cwd: root, shell: process.platform === 'win32' });
    let said = '';
    child.stdout.on('data', (text) => (said += text));
    child.stderr.on('data', (text) => (said += text));
    const end = (ok) => {
      if (ok) passed++;
      else failed++;
      console.log(`— ${name}${ok ? '' : ': failed'}${said.trim() ? `\n${said.trimEnd()}` : ''}`);
      done();
    };
    child.on('error', (error) => {
      said += error.message;
      end(false);
    });
    child.on('close', (code) => end(code === 0));
  });
}
/** The longest first, two at a time. */
const checks = [
  ['types of the application', 'vue-tsc', ['-p', 'tsconfig.app.json']],
  ['types of server, scripts and tests', 'tsc', ['-p', 'tsconfig.node.json']],
  ['format', 'prettier', ['--check', '--log-level', 'warn', '.']],
  ['lint', 'eslint', ['.', '--max-warnings', '0']],
  ['build', 'vite', ['build', '--logLevel', 'warn']],
  ['types of the core, without DOM', 'tsc', ['-p', 'tsconfig.core.json']],
  [
    'import directions',
    'depcruise',
    ['--config', '.dependency-cruiser.cjs', 'core', 'app', 'server'],
  ],
];
const next = async () => {
  for (let c = checks.shift(); c; c = checks.shift()) await check(c);
};
await Promise.all([next(), next()]);

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
