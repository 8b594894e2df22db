import { bin, install, run } from './setup.mjs';

/** `npm start`: installs what is missing, builds, serves and prints the address. */
install();
if (run(bin('vite'), ['build', '--logLevel', 'warn']) !== 0) process.exit(1);
process.exit(run(bin('tsx'), ['server/main.ts']));
