import { readFileSync } from 'node:fs';
import { readSystem } from '../core/formats/file.ts';
import { reportInWords, reportOf } from '../core/formats/report.ts';

/** `npm run -s report -- FILE [--json]`: the judged system as text or JSON. Exit 2 on a bad file. */

function fail(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(2);
}

const args = process.argv.slice(2);
const json = args.includes('--json');
const unknown = args.find((a) => a.startsWith('--') && a !== '--json');
if (unknown) fail(`There is no option ${unknown}; the only one is --json.`);
const files = args.filter((a) => !a.startsWith('--'));
if (files.length !== 1) fail('Name one system file: npm run -s report -- FILE [--json]');
let text = '';
try {
  text = readFileSync(files[0]!, 'utf8');
} catch (error) {
  const code = (error as NodeJS.ErrnoException).code;
  fail(
    code === 'ENOENT'
      ? `There is no file ${files[0]}.`
      : code === 'EISDIR'
        ? `${files[0]} is a folder, not a system file.`
        : `${files[0]} cannot be read.`,
  );
}
const read = readSystem(text);
if (!read.ok) fail(read.message);
process.stdout.write(
  json ? `${JSON.stringify(reportOf(read.system), null, 2)}\n` : reportInWords(read.system),
);
