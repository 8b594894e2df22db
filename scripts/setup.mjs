import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { createHash } from 'node:crypto';
import { createServer } from 'node:net';
import { hostOf, portOf } from '../server/address.mjs';

/** What `npm start` and `npm test` share: installing what the lock file names, and running a step. */

export const root = fileURLToPath(new URL('..', import.meta.url));
const npm = process.platform === 'win32' ? 'npm.cmd' : 'npm';

/** Runs a command in the project and stops the script where it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    shell: process.platform === 'win32',
    ...options,
  });
  if (done.error) {
    console.error(`${command} cannot be started: ${done.error.message}`);
    process.exit(1);
  }
  return done.status ?? 1;
}

const lockHash = () =>
  createHash('sha256')
    .update(readFileSync(`${root}/package-lock.json`))
    .digest('hex');
const mark = `${root}/node_modules/.installed-from`;

/** The oldest Node.js that everything here runs on. */
const OLDEST = [20, 19];

/** Stops with a sentence where Node.js is too old to go on. */
export function needNode(version = process.versions.node) {
  const [major, minor] = version.split('.').map(Number);
  if (major > OLDEST[0] || (major === OLDEST[0] && minor >= OLDEST[1])) return;
  console.error(`This is Node.js ${version}; Mizuna needs ${OLDEST.join('.')} or newer.`);
  process.exit(1);
}

/** Stops with a sentence where the port that was asked for is taken or makes no sense, before anything is built. */
export async function needPort() {
  const port = portOf(process.env.PORT, 0);
  if (typeof port === 'string') {
    console.error(port);
    process.exit(1);
  }
  if (port === 0) return;
  const taken = await new Promise((resolve) => {
    const server = createServer();
    server.on('error', (e) => resolve(e.code === 'EADDRINUSE'));
    server.listen(port, hostOf(process.env.HOST), () => server.close(() => resolve(false)));
  });
  if (!taken) return;
  console.error(`Port ${port} is taken. Set PORT to another one.`);
  process.exit(1);
}

/** Installs from the lock file, unless that was done already. */
export function install() {
  needNode();
  const hash = lockHash();
  if (existsSync(mark) && readFileSync(mark, 'utf8') === hash) return;
  console.log('Installing what the lock file names.');
  const status = run(npm, ['ci', '--include=dev', '--no-audit', '--no-fund', '--loglevel=error']);
  if (status !== 0) {
    console.error('The packages could not be installed.');
    process.exit(status);
  }
  writeFileSync(mark, hash);
}

/** Path of a package's command. */
export const bin = (name) =>
  `${root}/node_modules/.bin/${name}${process.platform === 'win32' ? '.cmd' : ''}`;

/** A port of this machine that nothing listens on. */
export const freePort = () =>
  new Promise((resolve, reject) => {
    const server = createServer();
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address();
      server.close(() => resolve(port));
    });
  });
