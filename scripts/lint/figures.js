/**
 * Rules of the core: no figure is typed into a sentence, since every limit stands once in core/limits, and no limit is
 * defined anywhere else.
 */

const DIGIT = /\d/;
/** A sentence for the grower, or a part of one: several words, not a key or a formula. */
const isSentence = (text) => /\p{L}{2,} \p{L}+/u.test(text) && /[a-z]{3,}/.test(text);
/** Where figures are facts of a source, a formula or a name. */
const SOURCED = /^(source|law|formula|scientific|note|cite)$/i;
const SOURCE_CONST = /SOURCE|FORMULA|^FAO$|^COMMON$/;

function isSourced(node) {
  for (let n = node, p = node.parent; p; n = p, p = p.parent) {
    if (p.type === 'Property' && p.key && SOURCED.test(p.key.name ?? p.key.value ?? ''))
      return true;
    if (p.type === 'VariableDeclarator' && p.id?.name && SOURCE_CONST.test(p.id.name)) return true;
    if (p.type === 'CallExpression' && p.callee?.name === 'given' && p.arguments.indexOf(n) >= 4)
      return true;
    if (p.type === 'CallExpression' && /^(define|limits)Limits$/.test(p.callee?.name ?? ''))
      return true;
    if (p.type === 'ImportDeclaration' || p.type === 'ThrowStatement') return true;
  }
  return false;
}

const noFigureInSentence = {
  meta: {
    type: 'problem',
    docs: { description: 'figures come from core/limits, never typed into a sentence' },
    schema: [],
    messages: {
      figure: 'A figure is typed into this sentence: take it from core/limits or a catalogue.',
    },
  },
  create(context) {
    const report = (node) => context.report({ node, messageId: 'figure' });
    return {
      TaggedTemplateExpression(node) {
        if (node.tag.name !== 'say' || isSourced(node)) return;
        if (node.quasi.quasis.some((q) => DIGIT.test(q.value.cooked ?? ''))) report(node);
      },
      Literal(node) {
        if (typeof node.value !== 'string' || !DIGIT.test(node.value)) return;
        if (!isSentence(node.value) || isSourced(node)) return;
        report(node);
      },
      TemplateLiteral(node) {
        if (node.parent.type === 'TaggedTemplateExpression' || isSourced(node)) return;
        const text = node.quasis.map((q) => q.value.cooked ?? '').join(' ');
        if (isSentence(text) && DIGIT.test(text)) report(node);
      },
    };
  },
};

/** Names that limits go by. */
const LIMIT_NAME =
  /(^|_)(LIMITS?|CAUTION|DEADLY|WAIT|AGE|FRESH|WISH|FORGOTTEN|TOLERATED|BEARS?)(_|$)|AT_ONCE|DUTY_RANGE|^PH_/;
const isFigure = (node) =>
  node &&
  ((node.type === 'Literal' && typeof node.value === 'number') ||
    (node.type === 'UnaryExpression' && isFigure(node.argument)) ||
    (node.type === 'BinaryExpression' && isFigure(node.left) && isFigure(node.right)) ||
    ((node.type === 'TSAsExpression' || node.type === 'TSSatisfiesExpression') &&
      isFigure(node.expression)) ||
    (node.type === 'ArrayExpression' &&
      node.elements.length > 0 &&
      node.elements.every(isFigure)) ||
    (node.type === 'ObjectExpression' &&
      node.properties.length > 0 &&
      node.properties.every((p) => p.type === 'Property' && isFigure(p.value))));

const limitsInOneRoom = {
  meta: {
    type: 'problem',
    docs: { description: 'every limit stands in core/limits' },
    schema: [],
    messages: { limit: '“{{name}}” is a limit: define it in core/limits.' },
  },
  create: (context) => ({
    'Program > VariableDeclaration > VariableDeclarator, Program > ExportNamedDeclaration > VariableDeclaration > VariableDeclarator'(
      node,
    ) {
      const { name } = node.id;
      if (name && LIMIT_NAME.test(name) && isFigure(node.init))
        context.report({ node, messageId: 'limit', data: { name } });
    },
  }),
};

export default {
  rules: {
    'no-figure-in-sentence': noFigureInSentence,
    'limits-in-one-room': limitsInOneRoom,
  },
};
