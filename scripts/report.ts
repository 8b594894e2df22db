import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { readWithLog } from '../core/formats/file.ts';
import { planInWords, planReport } from '../core/formats/planReport.ts';
import { seasonReport, type SeasonOptions } from '../core/formats/lifeReport.ts';
import { CARES, type CareOfSeason } from '../core/year/index.ts';
import { knowsZone } from '../core/log/index.ts';
import { STARTS, type StartKind } from '../core/system/index.ts';
import { buildInWords, buildReport } from '../core/formats/buildReport.ts';
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

const USAGE =
  'Name one system file: npm run -s report -- FILE [--json] [--build | --advice [--now 2026-06-10T08:00:00Z] [--zone Europe/Vienna] | --season DAYS [--hold t=24,ph=7.6,do=7] [--start fishless|fish|seeded] [--dose 0.3] [--seed 100] [--care tended|planned|none]]';
const FLAGS = ['--json', '--build', '--advice'];
const OF_SEASON = ['--season', '--hold', '--start', '--dose', '--seed', '--care'];
const OF_ADVICE = ['--now', '--zone'];
const VALUED = [...OF_SEASON, ...OF_ADVICE];
const HELD = ['t', 'ph', 'do'] as const;

/** The options of a season, or a sentence on what is wrong with them. */
function seasonOptions(given: ReadonlyMap<string, string>): SeasonOptions | string {
  const number = (flag: string, least: number, most: number) => {
    const text = given.get(flag);
    if (text === undefined) return undefined;
    const x = Number(text);
    return text.trim() !== '' && x >= least && x <= most ? x : null;
  };
  const days = number('--season', 1, 3660);
  if (days === null || (days !== undefined && !Number.isInteger(days)))
    return `--season wants a number of days from 1 to 3660, not “${given.get('--season')}”.`;
  const dose = number('--dose', 0, 100);
  if (dose === null)
    return `--dose wants mg N/L a day from 0 to 100, not “${given.get('--dose')}”.`;
  const seed = number('--seed', 0.001, 1e6);
  if (seed === null)
    return `--seed wants a factor from 0.001 to 1000000, not “${given.get('--seed')}”.`;
  const start = given.get('--start');
  if (start !== undefined && !(STARTS as readonly string[]).includes(start))
    return `--start is one of ${STARTS.join(', ')}, not “${start}”.`;
  const care = given.get('--care');
  if (care !== undefined && !(CARES as readonly string[]).includes(care))
    return `--care is one of ${CARES.join(', ')}, not “${care}”.`;
  const held: Record<string, number> = {};
  for (const part of (given.get('--hold') ?? '').split(',').filter(Boolean)) {
    const [key = '', text = ''] = part.split('=');
    const x = Number(text);
    const [least, most] = key === 't' ? [0.5, 40] : key === 'ph' ? [4, 10] : [0, 20];
    if (
      !(HELD as readonly string[]).includes(key) ||
      text.trim() === '' ||
      !(x >= least && x <= most)
    )
      return `--hold wants t=…, ph=… or do=…, as in t=24,ph=7.6,do=7; “${part}” is not one.`;
    held[key] = x;
  }
  return {
    ...(days === undefined ? {} : { days }),
    ...(dose === undefined ? {} : { dose }),
    ...(seed === undefined ? {} : { seed }),
    ...(start === undefined ? {} : { start: start as StartKind }),
    ...(care === undefined ? {} : { care: care as CareOfSeason }),
    held,
  };
}

/** A season in lines to read, one a week. */
function seasonInWords(r: ReturnType<typeof seasonReport>): string {
  const lines = ['day  °C    TAN    NO2-N  NO3-N  pH    alk  O2    fish kg'];
  for (const d of r.days.filter((x) => x.day % 7 === 0)) {
    const cells = [d.t_c, d.tan, d.no2_n, d.no3_n, d.ph, d.alkalinity, d.do, d.fish_kg];
    lines.push(
      `${String(d.day).padEnd(4)} ${cells.map((x) => (x ?? 0).toFixed(2).padEnd(6)).join(' ')}`,
    );
  }
  lines.push(r.cycled_day === null ? 'not cycled in this time' : `cycled on day ${r.cycled_day}`);
  const { asks } = r;
  if (r.care.length) {
    const counts = new Map<string, number>();
    for (const x of r.care) counts.set(x.treatment, (counts.get(x.treatment) ?? 0) + 1);
    lines.push(`done: ${[...counts].map(([id, n]) => `${id} ${n}`).join(', ')}`);
  }
  lines.push(
    `asks for ${asks.minutes} min, ${asks.topped_up_l} L topped up, ${asks.changed_l} L changed, ${asks.feed_g} g of feed`,
  );
  if (r.deaths > 0) lines.push(`fish that die: ${r.deaths}`);
  for (const h of r.harvest) lines.push(`harvest, month ${h.month}: ${h.kg} kg of ${h.crop}`);
  if (r.unkept)
    lines.push(
      `from day ${r.unkept.day} the fish cannot be kept (${r.unkept.what})${r.unkept.change ? `: ${r.unkept.change.title}` : ''}`,
    );
  return `${lines.join('\n')}\n`;
}

/** `npm run -s report -- FILE [--json] [--build | --advice | --season DAYS …]`: the judged system, its build, what to do, or its season, as text or JSON. */
export function report(args: readonly string[]): Reported {
  const files: string[] = [];
  const given = new Map<string, string>();
  for (let i = 0; i < args.length; i++) {
    const arg = args[i]!;
    const [flag = '', inline] = arg.split(/=(.*)/s);
    if (VALUED.includes(flag)) {
      const value = inline ?? args[++i];
      if (value === undefined) return refusal(`${flag} wants a value after it.`);
      given.set(flag, value);
    } else if (FLAGS.includes(arg)) given.set(arg, '');
    else if (arg.startsWith('--'))
      return refusal(`There is no option ${arg}; there are ${[...FLAGS, ...VALUED].join(', ')}.`);
    else files.push(arg);
  }
  if (files.length !== 1) return refusal(USAGE);
  const json = given.has('--json');
  const options = seasonOptions(given);
  if (typeof options === 'string') return refusal(options);
  if (!given.has('--season') && OF_SEASON.some((v) => given.has(v)))
    return refusal('--hold, --start, --dose, --seed and --care go with --season DAYS.');
  if (['--season', '--build', '--advice'].filter((x) => given.has(x)).length > 1)
    return refusal('--advice, --build and --season are reports each: ask for one at a time.');
  if (!given.has('--advice') && OF_ADVICE.some((v) => given.has(v)))
    return refusal('--now and --zone go with --advice.');
  const moment = given.has('--now') ? Date.parse(given.get('--now')!) : null;
  if (Number.isNaN(moment)) return refusal('--now wants a moment, as in 2026-06-10T08:00:00Z.');
  const zone = given.get('--zone') ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  if (!knowsZone(zone)) return refusal(`There is no time zone “${zone}”, as Europe/Vienna is one.`);
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
  const read = readWithLog(text);
  if (!read.ok) return refusal(read.message);
  if (given.has('--season')) {
    const season = seasonReport(read.system, options);
    const stdout = json ? `${JSON.stringify(season, null, 1)}\n` : seasonInWords(season);
    return { status: 0, stdout, stderr: '' };
  }
  if (given.has('--advice')) {
    const { log: entries, refused } = read;
    const plan = planReport(read.system, entries, moment ?? Date.now(), zone);
    const stdout = json ? `${JSON.stringify(plan, null, 1)}\n` : planInWords(plan);
    return { status: 0, stdout, stderr: refused.map((x) => `${x.why}\n`).join('') };
  }
  if (given.has('--build')) {
    const build = buildReport(read.system);
    const stdout = json ? `${JSON.stringify(build, null, 1)}\n` : buildInWords(build);
    return { status: 0, stdout, stderr: '' };
  }
  const judged = reportOf(read.system, read.log, moment ?? Date.now(), zone);
  const stdout = json ? `${JSON.stringify(judged, null, 2)}\n` : reportInWords(read.system, judged);
  return { status: 0, stdout, stderr: '' };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { status, stdout, stderr } = report(process.argv.slice(2));
  process.stdout.write(stdout);
  process.stderr.write(stderr);
  process.exitCode = status;
}
