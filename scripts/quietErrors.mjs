import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import ts from 'typescript';
import { chance } from '../core/numerics/chance.ts';
import { bin, root } from './setup.mjs';

/**
 * `npx tsx scripts/quietErrors.mjs [--seed N] [--count N] [--only PREFIX] [--list]`: draws places of the code by lot,
 * writes one quiet error at a time into each, and counts how many the tests notice. Run it in a clone: it writes
 * into the sources and puts them back.
 */
const args = process.argv.slice(2);
const option = (name, usual) => {
  const i = args.indexOf(`--${name}`);
  return i < 0 ? usual : args[i + 1];
};
const seed = Number(option('seed', '1'));
const count = Number(option('count', '60'));
const only = option('only', '');
process.chdir(root);

const SWAPPED = new Map([
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
  [ts.SyntaxKind.AsteriskToken, '/'],
  [ts.SyntaxKind.SlashToken, '*'],
  [ts.SyntaxKind.LessThanToken, '<='],
  [ts.SyntaxKind.LessThanEqualsToken, '<'],
  [ts.SyntaxKind.GreaterThanToken, '>='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '>'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
]);
const OTHER_END = { min: 'max', max: 'min', floor: 'ceil', ceil: 'floor' };

/** The parts of a file that are TypeScript, with what stands before each. */
function scripts(file, text) {
  if (!file.endsWith('.vue')) return [[text, 0]];
  return [...text.matchAll(/<script[^>]*>([\s\S]*?)<\/script>/g)].map((m) => [
    m[1],
    m.index + m[0].indexOf('>') + 1,
  ]);
}

/** Quiet errors that a file may be given: where, how long what stands there is, and what is written instead. */
function errorsOf(file) {
  const text = readFileSync(file, 'utf8');
  const out = [];
  for (const [code, before] of scripts(file, text)) {
    const source = ts.createSourceFile('x.ts', code, ts.ScriptTarget.Latest, true);
    const add = (node, to, what) => {
      const start = node.getStart(source);
      const at = before + start;
      const line = text.slice(0, at).split('\n').length;
      out.push({ file, line, at, length: node.getEnd() - start, to, what });
    };
    const visit = (node) => {
      if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node))
        return;
      if (ts.isNumericLiteral(node)) {
        const x = Number(node.text);
        const index = ts.isElementAccessExpression(node.parent);
        if (!index && x !== 0)
          add(node, Number.isInteger(x) && x <= 4 ? String(x + 1) : String(x * 1.1), 'number');
      } else if (ts.isBinaryExpression(node)) {
        const to = SWAPPED.get(node.operatorToken.kind);
        const joins =
          node.operatorToken.kind === ts.SyntaxKind.PlusToken &&
          [node.left, node.right].some(
            (x) => ts.isStringLiteralLike(x) || ts.isTemplateExpression(x),
          );
        if (to && !joins) add(node.operatorToken, to, 'operator');
      } else if (
        ts.isPropertyAccessExpression(node) &&
        node.expression.getText(source) === 'Math'
      ) {
        const to = OTHER_END[node.name.text];
        if (to) add(node.name, to, 'Math');
      } else if (ts.isConditionalExpression(node)) {
        const { condition, whenTrue, whenFalse } = node;
        const swapped = `${condition.getText(source)} ? ${whenFalse.getText(source)} : ${whenTrue.getText(source)}`;
        if (swapped.length < 200) add(node, swapped, 'branches');
      } else if (
        ts.isPrefixUnaryExpression(node) &&
        (node.operator === ts.SyntaxKind.ExclamationToken ||
          node.operator === ts.SyntaxKind.MinusToken)
      ) {
        if (!ts.isNumericLiteral(node.operand)) add(node, node.operand.getText(source), 'sign');
      }
      ts.forEachChild(node, visit);
    };
    visit(source);
  }
  return out;
}

const files = spawnSync('git', ['ls-files', 'core', 'app', 'server'], { encoding: 'utf8' })
  .stdout.trim()
  .split('\n')
  .filter((f) => /\.(ts|vue)$/.test(f) && !/\.test\.ts$|\/test\/|\.d\.ts$/.test(f))
  .filter((f) => f.startsWith(only));
/** Rooms in turn, so that none is left out. */
const roomOf = (f) => f.split('/').slice(0, 2).join('/');
const byRoom = new Map();
for (const f of files)
  for (const e of errorsOf(f)) byRoom.set(roomOf(f), [...(byRoom.get(roomOf(f)) ?? []), e]);
const random = chance(seed);
const weight = [...byRoom].map(([room, all]) => [room, all, Math.sqrt(all.length)]);
const total = weight.reduce((sum, [, , w]) => sum + w, 0);
const chosen = [];
while (chosen.length < count) {
  let x = random() * total;
  const [, all] = weight.find(([, , w]) => (x -= w) <= 0) ?? weight[0];
  const e = all[Math.floor(random() * all.length)];
  if (!chosen.includes(e)) chosen.push(e);
}
const sayError = (e) => {
  const text = readFileSync(e.file, 'utf8');
  return `${e.file}:${e.line} ${e.what}: ${text.slice(e.at, e.at + e.length).replace(/\s+/g, ' ')} → ${e.to.replace(/\s+/g, ' ')}`;
};
if (args.includes('--list')) {
  for (const e of chosen) console.log(sayError(e));
  process.exit(0);
}

const vitest = (more) =>
  spawnSync(bin('vitest'), [...more, '--bail=1', '--reporter=dot'], { encoding: 'utf8' }).status;
/** The nearest tests first; whoever is left meets all that read the file. */
function notices(e) {
  const near = roomOf(e.file);
  const type = spawnSync(
    bin(e.file.startsWith('app') ? 'vue-tsc' : 'tsc'),
    ['--noEmit', '-p', e.file.startsWith('app') ? 'tsconfig.app.json' : 'tsconfig.node.json'],
    { encoding: 'utf8' },
  );
  if (type.status !== 0) return 'types';
  if (vitest(['run', near]) !== 0) return 'near';
  if (vitest(['run', 'scripts/golden']) !== 0) return 'golden';
  return vitest(['related', '--run', e.file]) !== 0 ? 'related' : null;
}

let caught = 0;
const rooms = new Map();
for (const [i, e] of chosen.entries()) {
  const text = readFileSync(e.file, 'utf8');
  const said = sayError(e);
  let by;
  try {
    writeFileSync(e.file, text.slice(0, e.at) + e.to + text.slice(e.at + e.length));
    by = notices(e);
  } finally {
    writeFileSync(e.file, text);
  }
  if (by) caught++;
  const room = roomOf(e.file);
  const [of, got] = rooms.get(room) ?? [0, 0];
  rooms.set(room, [of + 1, got + (by ? 1 : 0)]);
  console.log(`${i + 1}/${count} ${by ? `caught (${by})` : 'SURVIVED'} ${said}`);
}
console.log(`\n${caught} of ${count} caught, seed ${seed}`);
for (const [room, [of, got]] of [...rooms].sort()) console.log(`${room} ${got} of ${of}`);
