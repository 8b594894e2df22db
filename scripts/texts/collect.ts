import { readFileSync } from 'node:fs';
import ts from 'typescript';
import { parse, type SFCTemplateBlock } from 'vue/compiler-sfc';

/** Texts of the interface and of the core, collected from the sources: string literals, templates and attributes. */

export interface SourceText {
  readonly file: string;
  readonly line: number;
  /** Placeholders are written as {}. */
  readonly text: string;
  /** From a formula, a citation or another place that quotes. */
  readonly quoted: boolean;
  /** A condition within it chooses between words: in another language the other half would change with it. */
  readonly halves: boolean;
}

/** Properties and names that hold citations, formulas and names of species. */
const QUOTING = /^(source|law|formula|scientific|cite|latin)$/i;
const QUOTING_CONST = /SOURCE|FORMULA|^FAO$|^COMMON$/;
/** Calls whose strings name what is looked up. */
const LOOKUPS =
  /^(querySelector|querySelectorAll|getElementById|closest|matches|addEventListener|getItem|setItem|startsWith|endsWith|includes|split|replace|replaceAll|test|match|defineEmits|emit|provide|inject|getContext|createElement|getPropertyValue|matchMedia|RegExp)$/;
/** Attributes that hold texts; every other static attribute is a class, an id or a number. */
const TEXT_ATTRIBUTES =
  /^(label|title|text|hint|placeholder|alt|aria-label|aria-description|aria-roledescription|name-of|sub|subtitle|note|help|why|message|heading|caption|empty|unit|suffix|prefix|suffixed|about|question|words|sentence|say|ask|told|explains?|lead|summary|done|action|verb|of)$/;

const isText = (text: string): boolean => {
  const plain = text.replace(/\{\}/g, ' ').trim();
  if (!/[a-z]{2,}/.test(plain)) return false;
  // Several words, or one with a capital as a label has it.
  if (/\p{L}{2,}[,;:’”]? \p{L}+/u.test(plain) || /\p{L}{2,}[.?!]$/u.test(plain))
    return !/^[a-z]+(-[a-z]+)+( |$)/.test(plain) || /[.,]/.test(plain);
  return (
    /^\p{Lu}\p{Ll}{2,}/u.test(plain) && !/[\d_/:.-]/.test(plain) && !/\p{Ll}\p{Lu}/u.test(plain)
  );
};

function isQuoted(node: ts.Node): boolean {
  for (let n: ts.Node | undefined = node; n; n = n.parent) {
    if (ts.isPropertyAssignment(n) && QUOTING.test(n.name.getText())) return true;
    if (ts.isVariableDeclaration(n) && QUOTING_CONST.test(n.name.getText())) return true;
  }
  return false;
}

/** Whether a string is a key, a module, a type or an operand rather than a text. */
function isCode(node: ts.Node): boolean {
  const p = node.parent;
  if (!p) return false;
  if (ts.isImportDeclaration(p) || ts.isExportDeclaration(p) || ts.isLiteralTypeNode(p))
    return true;
  if (ts.isExternalModuleReference(p) || ts.isCaseClause(p)) return true;
  if (ts.isElementAccessExpression(p) && p.argumentExpression === node) return true;
  if (ts.isBinaryExpression(p) && /^[!=]==?$/.test(p.operatorToken.getText())) return true;
  if (ts.isCallExpression(p)) {
    const callee = p.expression;
    const name = ts.isPropertyAccessExpression(callee) ? callee.name.text : callee.getText();
    if (LOOKUPS.test(name)) return true;
    if (callee.kind === ts.SyntaxKind.ImportKeyword) return true;
  }
  return false;
}

/** A string of the code as it stands, placeholders as {}; null where it is none. */
function stringOf(node: ts.Node): string | null {
  if (ts.isParenthesizedExpression(node)) return stringOf(node.expression);
  if (ts.isTaggedTemplateExpression(node)) return stringOf(node.template);
  if (ts.isStringLiteralLike(node)) return node.text;
  if (!ts.isTemplateExpression(node)) return null;
  return node.head.text + node.templateSpans.map((s) => `{}${s.literal.text}`).join('');
}

/** Whether words of a template are chosen by a condition within it. */
function hasHalves(node: ts.TemplateExpression): boolean {
  if (!/\p{L}{2,} |\p{L}{3,}[,:]/u.test(stringOf(node)!)) return false;
  return node.templateSpans.some(({ expression }) => {
    let chosen: ts.Expression = expression;
    while (ts.isParenthesizedExpression(chosen)) chosen = chosen.expression;
    return (
      ts.isConditionalExpression(chosen) &&
      [chosen.whenTrue, chosen.whenFalse].some((x) => /\p{L}{2,}/u.test(stringOf(x) ?? ''))
    );
  });
}

function textsOfCode(code: string, file: string, firstLine: number): SourceText[] {
  const source = ts.createSourceFile(file, code, ts.ScriptTarget.Latest, true, ts.ScriptKind.TS);
  const out: SourceText[] = [];
  const add = (node: ts.Node, text: string, halves = false) => {
    if (!halves && (!isText(text) || isCode(node))) return;
    out.push({
      file,
      line: firstLine + source.getLineAndCharacterOfPosition(node.getStart()).line,
      text: text.replace(/\s+/g, ' ').trim(),
      quoted: isQuoted(node),
      halves,
    });
  };
  const visit = (node: ts.Node): void => {
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node))
      add(ts.isTaggedTemplateExpression(node.parent) ? node.parent : node, node.text);
    if (ts.isTemplateExpression(node)) add(node, stringOf(node)!, hasHalves(node));
    ts.forEachChild(node, visit);
  };
  visit(source);
  return out;
}

type TemplateNode = NonNullable<NonNullable<SFCTemplateBlock['ast']>['children'][number]>;

function textsOfTemplate(block: SFCTemplateBlock, file: string): SourceText[] {
  const out: SourceText[] = [];
  const expression = (node: { content?: string; loc: { start: { line: number } } } | undefined) => {
    if (node?.content) out.push(...textsOfCode(`(${node.content})`, file, node.loc.start.line));
  };
  /** Text and values that stand side by side are read as one. */
  const run: { line: number; text: string }[] = [];
  const flush = () => {
    if (!run.length) return;
    const text = run
      .map((r) => r.text)
      .join('')
      .replace(/\s+/g, ' ')
      .trim();
    if (isText(text) || /^[a-z]{3,}$/.test(text))
      out.push({ file, line: run[0]!.line, text, quoted: false, halves: false });
    run.length = 0;
  };
  const visit = (node: TemplateNode): void => {
    const n = node as unknown as {
      type: number;
      tag?: string;
      content?: never;
      props?: {
        type: number;
        name: string;
        value?: { content: string };
        exp?: never;
        loc: { start: { line: number } };
      }[];
      children?: TemplateNode[];
      loc: { start: { line: number } };
    };
    // Element, text, interpolation as the compiler numbers them.
    if (n.type === 2) run.push({ line: n.loc.start.line, text: n.content as unknown as string });
    else if (n.type === 5) {
      run.push({ line: n.loc.start.line, text: '{}' });
      expression(n.content);
    } else if (n.type === 1) {
      const inline = /^(b|strong|em|i|sub|sup|span|kbd|abbr|MathText)$/.test(n.tag ?? '');
      if (!inline) flush();
      for (const p of n.props ?? []) {
        if (
          p.type === 6 &&
          p.value &&
          TEXT_ATTRIBUTES.test(p.name) &&
          /[a-z]{2}/.test(p.value.content)
        )
          out.push({
            file,
            line: p.loc.start.line,
            text: p.value.content,
            quoted: false,
            halves: false,
          });
        if (p.type === 7) expression(p.exp);
      }
      n.children?.forEach(visit);
      if (!inline) flush();
    }
  };
  block.ast?.children.forEach((c) => visit(c as TemplateNode));
  flush();
  return out;
}

/** All texts of a source file. @param file as it is named in reports */
export function collectTexts(file: string, content = readFileSync(file, 'utf8')): SourceText[] {
  if (!file.endsWith('.vue')) return textsOfCode(content, file, 1);
  const { descriptor } = parse(content);
  return [
    ...[descriptor.script, descriptor.scriptSetup].flatMap((b) =>
      b ? textsOfCode(b.content, file, b.loc.start.line) : [],
    ),
    ...(descriptor.template ? textsOfTemplate(descriptor.template, file) : []),
  ];
}
