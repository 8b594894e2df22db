import katex from 'katex';
import 'katex/dist/katex.min.css';

/** Sets a formula, for eyes and as MathML for screen readers. Loaded when the first derivation is opened. */
export function setFormula(into: HTMLElement, tex: string, display: boolean): void {
  katex.render(tex, into, { displayMode: display, throwOnError: false, output: 'htmlAndMathml' });
}
