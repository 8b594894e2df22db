import { plainText } from '../../core/system/plainName';
import { PX_PER_MM } from './paper';

/** What of the computed style a drawing program needs as attributes. */
const PAINT = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-opacity',
  'opacity',
] as const;
const TEXT = ['font-size', 'font-weight', 'font-style', 'text-anchor'] as const;
/** The application's own face first, then what common systems have. */
const FONTS =
  "'Atkinson Hyperlegible Next', 'Atkinson Hyperlegible', Verdana, 'DejaVu Sans', sans-serif";
const PLAIN: Partial<Record<string, string>> = {
  'fill-opacity': '1',
  'stroke-opacity': '1',
  opacity: '1',
  'stroke-dasharray': 'none',
  'stroke-linecap': 'butt',
  'stroke-linejoin': 'miter',
  'font-style': 'normal',
  'text-anchor': 'start',
};
/** Attributes that mean something to a drawing program. */
const KEPT =
  /^(?:id|x|y|x1|x2|y1|y2|dx|dy|cx|cy|r|rx|ry|d|points|width|height|transform|patternUnits|viewBox)$/;
const NS = 'http://www.w3.org/2000/svg';

/** Style as it was computed, written as attributes; `currentColor` and variables are gone with it. */
function paint(from: Element, to: Element): void {
  const style = getComputedStyle(from);
  const isText = from.tagName === 'text' || from.tagName === 'tspan';
  for (const name of [...PAINT, ...(isText ? TEXT : [])]) {
    const value = style.getPropertyValue(name).replaceAll('"', '');
    if (!value || value === PLAIN[name]) continue;
    to.setAttribute(name, value.replace(/^url\(.*#/, 'url(#'));
  }
}

function copy(from: Element): Element | null {
  const style = getComputedStyle(from);
  if (style.getPropertyValue('visibility') === 'hidden' || from.classList.contains('hit'))
    return null;
  const to = document.createElementNS(NS, from.tagName);
  for (const a of from.attributes) if (KEPT.test(a.name)) to.setAttribute(a.name, a.value);
  paint(from, to);
  for (const child of from.childNodes) {
    if (child instanceof Element) {
      const inner = copy(child);
      if (inner) to.append(...withHalo(child, inner));
    } else if (child instanceof Text) to.append(child.data.trim() ? plainText(child.data) : '');
  }
  return to;
}

/**
 * Letters with a halo are written twice, the halo under them: not every program paints the stroke
 * first where it is asked to.
 */
function withHalo(from: Element, to: Element): Element[] {
  if (from.tagName !== 'text' || to.getAttribute('stroke') === 'none') return [to];
  const letters = to.cloneNode(true) as Element;
  for (const e of [letters, ...letters.querySelectorAll('*')]) e.removeAttribute('stroke');
  for (const e of [to, ...to.querySelectorAll('*')]) {
    e.setAttribute('fill', e.getAttribute('stroke') ?? 'none');
  }
  return [to, letters];
}

/**
 * A drawing as a file of its own: millimetres, computed colours, font stacks.
 *
 * @param svg a drawing made for paper, in the page
 * @param title of the file
 * @param note what is written under it: its scale
 */
export function svgFile(svg: SVGSVGElement, title: string, note: string): string {
  const width = Number(svg.getAttribute('width'));
  const height = Number(svg.getAttribute('height'));
  const mm = (px: number) => Math.round((px / PX_PER_MM) * 1000) / 1000;
  const out = document.createElementNS(NS, 'svg');
  out.setAttribute('xmlns', NS);
  out.setAttribute('width', `${mm(width)}mm`);
  out.setAttribute('height', `${mm(height)}mm`);
  out.setAttribute('viewBox', `0 0 ${mm(width)} ${mm(height)}`);
  out.setAttribute('font-family', FONTS);
  const named = document.createElementNS(NS, 'title');
  named.textContent = plainText(title);
  const sheet = document.createElementNS(NS, 'rect');
  sheet.setAttribute('width', '100%');
  sheet.setAttribute('height', '100%');
  sheet.setAttribute('fill', '#ffffff');
  const group = document.createElementNS(NS, 'g');
  group.setAttribute('transform', `scale(${1 / PX_PER_MM})`);
  for (const child of svg.children) {
    const inner = copy(child);
    if (inner) group.append(...withHalo(child, inner));
  }
  const words = document.createElementNS(NS, 'text');
  words.setAttribute('x', '3');
  words.setAttribute('y', String(mm(height) - 1.5));
  words.setAttribute('font-size', '3');
  words.setAttribute('fill', '#1e2b2d');
  words.textContent = note;
  out.append(named, sheet, group, words);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(out)}\n`;
}

/** A drawing in the page as a picture of its own, in its size and colours. */
export function pictureOf(svg: SVGSVGElement): string {
  const out = copy(svg) as Element;
  out.setAttribute('xmlns', NS);
  for (const side of ['width', 'height']) out.setAttribute(side, svg.getAttribute(side) ?? '100');
  out.setAttribute('font-family', FONTS);
  return new XMLSerializer().serializeToString(out);
}
