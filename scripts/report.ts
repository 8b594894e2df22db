import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { readSystem } from '../core/formats/file.ts';
import { reportInWords, reportOf } from '../core/formats/report.ts';

/** What the command prints, where, and the status it ends with: 2 on a bad file. */
export interface Reported {
  readonly status: 0 | 2;
  readonly stdout: string;
  readonly stderr: string;
}

const refusal = (sentence: string): Reported => ({
  status: 2,
  stdout: '',
  stderr: `${sentence}\n`,
});

/** `npm run -s report -- FILE [--json]`: the judged system as text or JSON. */
export function report(args: readonly string[]): Reported {
  const json = args.includes('--json');
  const unknown = args.find((a) => a.startsWith('--') && a !== '--json');
  if (unknown) return refusal(`There is no option ${unknown}; the only one is --json.`);
  const files = args.filter((a) => !a.startsWith('--'));
  if (files.length !== 1)
    return refusal('Name one system file: npm run -s report -- FILE [--json]');
  let text = '';
  try {
    text = readFileSync(files[0]!, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    return refusal(
      code === 'ENOENT'
        ? `There is no file ${files[0]}.`
        : code === 'EISDIR'
          ? `${files[0]} is a folder, not a system file.`
          : `${files[0]} cannot be read.`,
    );
  }
  const read = readSystem(text);
  if (!read.ok) return refusal(read.message);
  const stdout = json
    ? `${JSON.stringify(reportOf(read.system), null, 2)}\n`
    : reportInWords(read.system);
  return { status: 0, stdout, stderr: '' };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { status, stdout, stderr } = report(process.argv.slice(2));
  process.stdout.write(stdout);
  process.stderr.write(stderr);
  process.exitCode = status;
}
