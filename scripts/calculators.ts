import { fileURLToPath } from 'node:url';
import { displayUnits, parse, tell, type QuantityKind } from '../core/quantity/index.ts';
import {
  CALCULATORS,
  cautionOf,
  isAnswer,
  calculatorOf,
  usualValues,
  type Calculator,
  type CalculatorValues,
} from '../core/calculators/index.ts';
import { NO_OWN } from '../core/system/index.ts';
import type { Reported } from './report.ts';

/** `npm run -s calculators -- NAME key=value … [--json]`: a calculator of the bench without a screen. */

const refusal = (sentence: string): Reported => ({
  status: 2,
  stdout: '',
  stderr: `${sentence}\n`,
});

/** The unit that a bare number is in, and answers are given in: grams for doses, else the first of the kind. */
const unitFor = (kind: QuantityKind) => {
  const units = displayUnits(kind, 'metric');
  return units.find((u) => kind === 'dose' && u.symbol === 'g') ?? units[0]!;
};

/** What a calculator may be asked with, as a line each. */
function asks(calculator: Calculator): string {
  const rows = calculator.inputs.map((i) =>
    i.kind === 'choice'
      ? `  ${i.key} (${i.label}): ${i.options.map((o) => o.id).join(' | ')}`
      : `  ${i.key} (${i.label}), ${unitFor(i.kind).symbol || i.kind}; usual ${i.usual / unitFor(i.kind).factor}`,
  );
  return `${calculator.id}: ${calculator.title}\n${rows.join('\n')}\n`;
}

/** Values as they were typed; a bare number is in the metric unit of its kind. */
function valuesOf(calculator: Calculator, typed: readonly string[]): CalculatorValues | string {
  const values: Record<string, number | string> = { ...usualValues(calculator) };
  for (const arg of typed) {
    const at = arg.indexOf('=');
    const key = arg.slice(0, at);
    const text = arg.slice(at + 1);
    const input = calculator.inputs.find((i) => i.key === key);
    if (at < 1 || !input)
      return `“${arg}” is nothing that ${calculator.id} asks. It asks: ${calculator.inputs.map((i) => i.key).join(', ')}.`;
    if (input.kind === 'choice') {
      if (!input.options.some((o) => o.id === text))
        return `${key} is one of ${input.options.map((o) => o.id).join(', ')}, not “${text}”.`;
      values[key] = text;
      continue;
    }
    const unit = unitFor(input.kind);
    const bare = /^[-+]?[\d.]+(e[-+]?\d+)?$/i.test(text);
    const read = bare
      ? { ok: true as const, value: Number(text) * unit.factor + (unit.offset ?? 0) }
      : parse(text, input.kind, 'metric');
    if (!read.ok) return `${key}: ${read.message}`;
    if (!(read.value >= input.min - 1e-12 && read.value <= input.max + 1e-12))
      return `${key} is allowed from ${input.min / unit.factor} to ${input.max / unit.factor} ${unit.symbol}.`;
    values[key] = read.value;
  }
  return values;
}

export function calculatorSheet(args: readonly string[]): Reported {
  const json = args.includes('--json');
  const rest = args.filter((a) => a !== '--json');
  const wrong = rest.find((a) => a.startsWith('--'));
  if (wrong) return refusal(`There is no option ${wrong}; the only one is --json.`);
  const [name, ...typed] = rest;
  if (name === undefined)
    return {
      status: 0,
      stdout: CALCULATORS.map((s) => asks(s as Calculator)).join('\n'),
      stderr: '',
    };
  const calculator = calculatorOf(name);
  if (!calculator)
    return refusal(
      `There is no calculator “${name}”; there are ${CALCULATORS.map((s) => s.id).join(', ')}.`,
    );
  const values = valuesOf(calculator, typed);
  if (typeof values === 'string') return refusal(values);
  const answer = calculator.work(values, NO_OWN);
  const inUnit = (x: number, kind: QuantityKind) => {
    const unit = unitFor(kind);
    return Number.isFinite(x)
      ? Number(((x - (unit.offset ?? 0)) / unit.factor).toPrecision(8))
      : null;
  };
  const unitOf = (kind: QuantityKind) => (kind === 'ratio' ? '' : unitFor(kind).symbol);
  const asked = Object.fromEntries(
    calculator.inputs.map((i) => [
      i.key,
      i.kind === 'choice' ? values[i.key]! : inUnit(values[i.key] as number, i.kind),
    ]),
  );
  if (json) {
    const body = isAnswer(answer)
      ? {
          calculator: calculator.id,
          inputs: asked,
          results: Object.fromEntries(
            answer.results.map((r) => [
              r.key,
              { value: inUnit(r.value, r.kind), unit: unitOf(r.kind) },
            ]),
          ),
          steps: answer.steps.map((s) => tell(s, 'metric')),
          wait_s: answer.wait ?? null,
          caution: tell(cautionOf(calculator), 'metric'),
          source: calculator.source,
        }
      : {
          calculator: calculator.id,
          inputs: asked,
          results: null,
          steps: [tell(answer, 'metric')],
          caution: tell(cautionOf(calculator), 'metric'),
        };
    return { status: 0, stdout: `${JSON.stringify(body, null, 2)}\n`, stderr: '' };
  }
  const lines = isAnswer(answer)
    ? [
        calculator.title,
        ...answer.results.map((r) => {
          const measures = r.measures ? ` (${tell(r.measures, 'metric')})` : '';
          return `  ${r.label}: ${inUnit(r.value, r.kind) ?? 'never'} ${unitOf(r.kind)}${measures}`;
        }),
        ...answer.steps.map((s) => `- ${tell(s, 'metric')}`),
        tell(cautionOf(calculator), 'metric'),
      ]
    : [calculator.title, tell(answer, 'metric'), tell(cautionOf(calculator), 'metric')];
  return { status: 0, stdout: `${lines.join('\n')}\n`, stderr: '' };
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const { status, stdout, stderr } = calculatorSheet(process.argv.slice(2));
  process.stdout.write(stdout);
  process.stderr.write(stderr);
  process.exitCode = status;
}
