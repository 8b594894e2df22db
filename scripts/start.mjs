import { bin, install, needNode, needPort, run } from './setup.mjs';

/**
 * `npm start`: installs what is missing, builds, serves and prints the address; with `-- --lan` for phones on the same
 * network too.
 */
if (process.argv.includes('--lan')) process.env.HOST ??= '0.0.0.0';
needNode();
await needPort();
install();
if (run(bin('vite'), ['build', '--logLevel', 'warn']) !== 0) process.exit(1);
process.exit(run(bin('tsx'), ['server/main.ts']));
