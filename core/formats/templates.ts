import { pipeById } from '../catalogue/index.ts';
import {
  isRound,
  reachOfHole,
  type BuildPlan,
  type Hole,
  type Piece,
} from '../construction/index.ts';
import { format, type UnitSystem } from '../quantity/index.ts';
import { bellSiphons, vesselOf, type BellSiphon, type SystemDocument } from '../system/index.ts';
import { escapeXml } from './words.ts';

/**
 * Templates at full size: holes to drill, siphons in section, strips to wrap around a bell and its guard. All lengths
 * are millimetres of paper.
 */

export interface Sheet {
  readonly id: string;
  readonly title: string;
  readonly lines: readonly string[];
  readonly width: number;
  readonly height: number;
  /** SVG elements, from its top left corner. */
  readonly body: string;
}

/** Size and free margin of a paper. */
export const PAPERS = {
  a4: { name: 'A4', width: 210, height: 297 },
  letter: { name: 'Letter', width: 215.9, height: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

const MM = 1000;
const INK = '#1E2B2D';
const FAINT = '#8a8f8c';

const n = (x: number): string => String(Math.round(x * 1000) / 1000);
type Attributes = Readonly<Record<string, string | number>>;
/** An element; attributes given later win. */
const element = (tag: string, attributes: Attributes, inside = ''): string =>
  `<${tag}${Object.entries(attributes)
    .map(([key, value]) => ` ${key}="${typeof value === 'number' ? n(value) : value}"`)
    .join('')}${inside ? `>${inside}</${tag}>` : '/>'}`;
const lineTo = (x1: number, y1: number, x2: number, y2: number, more: Attributes = {}): string =>
  element('line', { x1, y1, x2, y2, stroke: INK, 'stroke-width': 0.25, ...more });
const text = (x: number, y: number, what: string, more: Attributes = {}): string =>
  element('text', { x, y, 'font-size': 3.2, fill: INK, ...more }, escapeXml(what));
const box = (x: number, y: number, width: number, height: number, more: Attributes = {}): string =>
  element('rect', {
    x,
    y,
    width,
    height,
    fill: 'none',
    stroke: INK,
    'stroke-width': 0.35,
    ...more,
  });
const ring = (cx: number, cy: number, r: number, more: Attributes = {}): string =>
  element('circle', { cx, cy, r, fill: 'none', stroke: INK, 'stroke-width': 0.4, ...more });
const DASH: Attributes = { 'stroke-dasharray': '2 1.5' };
const EDGE: Attributes = { 'stroke-width': 0.7 };
const OPENING: Attributes = { fill: '#e8efed' };

/** An edge of the vessel this near to the hole is on its template too. */
const EDGE_NEAR = 70;

function holeSheet(s: SystemDocument, h: Hole, units: UnitSystem): Sheet {
  const v = vesselOf(s, h.vessel);
  const f = (m: number) => format(m, 'length', units);
  const reach = reachOfHole(h) * MM;
  const arm = reach + 12;
  const [x, y] = [h.x * MM, h.y * MM];
  const left = x <= EDGE_NEAR ? x : null;
  const low = y <= EDGE_NEAR ? y : null;
  const west = Math.max(arm, left ?? 0);
  const south = Math.max(arm, low ?? 0);
  const [cx, cy] = [west + 2, arm + 2];
  const width = Math.max(80, cx + arm + 2);
  const height = cy + south + 4;
  const edges = h.on === 'floor' ? ['left', 'front'] : ['left end of the wall', 'floor'];
  const r = h.diameter === null ? null : (h.diameter * MM) / 2;
  const body = [
    lineTo(cx - arm, cy, cx + arm, cy),
    lineTo(cx, cy - arm, cx, cy + Math.min(arm, height - cy)),
    ring(cx, cy, 0.6, { fill: INK }),
    r === null ? '' : ring(cx, cy, r),
    h.seal ? ring(cx, cy, reach, { stroke: FAINT, ...DASH }) : '',
    left === null ? '' : lineTo(cx - left, 0, cx - left, height, EDGE),
    low === null ? '' : lineTo(0, cy + low, width, cy + low, EDGE),
  ].join('');
  return {
    id: h.id,
    title: `${v.name}: ${h.what}`,
    lines: [
      h.diameter === null
        ? 'Draw a hole of the size printed on the seal’s packet around the cross.'
        : h.seal
          ? `${format(h.diameter, 'bore', units)} hole; the flange covers the dashed circle.`
          : `${format(h.diameter, 'bore', units)} hole.`,
      h.on !== 'floor'
        ? `In the ${h.on} wall: ${f(h.x)} from the ${edges[0]}, ${f(h.y)} above the ${edges[1]}.`
        : isRound(v)
          ? `In the floor: ${f(h.x)} from the ${edges[0]}, ${f(h.y)} from the ${edges[1]}, of the square around it.`
          : `In the floor: ${f(h.x)} from the ${edges[0]}, ${f(h.y)} from the ${edges[1]}.`,
    ],
    width,
    height,
    body,
  };
}

function dimension(x: number, y1: number, y2: number, label: string): string {
  const tick = (y: number) => lineTo(x - 1.5, y, x + 1.5, y);
  const mid = (y1 + y2) / 2;
  return `${lineTo(x, y1, x, y2)}${tick(y1)}${tick(y2)}${text(x + 2, mid + 1, label)}`;
}

/** A siphon in section from the floor up, at full size. */
function siphonSheet(p: BellSiphon, pieces: readonly Piece[], units: UnitSystem): Sheet {
  const f = (m: number) => format(m, 'length', units);
  const cut = (role: Piece['role']) => pieces.find((x) => x.about === p.id && x.role === role);
  const bell = cut('bell');
  const guard = cut('guard');
  const bellWide = (bell?.around?.wide ?? p.bellBore) * MM;
  const guardWide = guard ? guard.around!.wide * MM : bellWide;
  const crest = p.crest * MM;
  const bellTop = (p.crest + p.gap) * MM;
  const top = Math.max(bellTop + 4, guard ? guard.cut * MM : 0);
  const width = guardWide + 74;
  const height = top + 14;
  const floor = height - 8;
  const cx = guardWide / 2 + 4;
  const pipe = (pipeById(p.pipe)?.outside ?? p.bore) * MM;
  const mouth = p.mouthOutside * MM;
  const at = (z: number) => floor - z;
  const notch = Array.from({ length: 3 }, (_, i) => {
    const w = p.notches.width * MM;
    const x = cx + (i - 1) * (bellWide / 3) - w / 2;
    return box(x, at(p.breakHeight * MM), w, p.breakHeight * MM, OPENING);
  }).join('');
  const side = cx + guardWide / 2 + 8;
  const body = [
    lineTo(0, floor, guardWide + 8, floor, EDGE),
    box(cx - pipe / 2, at(crest), pipe, crest + 6),
    box(cx - mouth / 2, at(crest), mouth, Math.min(30, crest)),
    box(cx - bellWide / 2, at(bellTop), bellWide, bellTop),
    notch,
    guard ? box(cx - guardWide / 2, at(guard.cut * MM), guardWide, guard.cut * MM, DASH) : '',
    dimension(side, at(crest), floor, `crest ${f(p.crest)}`),
    dimension(side + 24, at(bellTop), at(crest), `gap ${f(p.gap)}`),
    dimension(side + 24, at(p.breakHeight * MM), floor, `break ${f(p.breakHeight)}`),
  ].join('');
  return {
    id: `${p.id}-section`,
    title: `${p.name}: in section, full size`,
    lines: [
      ...pieces
        .filter((x) => x.about === p.id)
        .map((x) => `${x.name}: cut ${format(x.cut, 'bore', units)}`),
      `Mouth ${format(p.mouth, 'bore', units)} inside; bell ${format(p.bellBore, 'bore', units)} inside, its cap airtight.`,
    ],
    width,
    height,
    body,
  };
}

/** What is cut into a pipe, as a strip that is wrapped around it. */
function strip(
  id: string,
  title: string,
  lines: readonly string[],
  around: number,
  height: number,
  holes: { count: number; width: number; from: number; to: number },
): Sheet {
  const foot = height + 6;
  const pitch = around / holes.count;
  const cuts = Array.from({ length: holes.count }, (_, i) =>
    box(
      (i + 0.5) * pitch - holes.width / 2,
      foot - holes.to,
      holes.width,
      holes.to - holes.from,
      OPENING,
    ),
  ).join('');
  return {
    id,
    title,
    lines: [...lines, 'Wrap it around the foot. On the right pipe both ends meet.'],
    width: around,
    height: foot + 2,
    body: `${lineTo(0, 2, 0, foot)}${lineTo(around, 2, around, foot)}${lineTo(0, foot, around, foot, EDGE)}${cuts}`,
  };
}

/** Slots are so wide and end at the most so high; round stones close round holes. Practice. */
const SLOT = { width: 4, foot: 10, most: 80 } as const;

function stripsOf(p: BellSiphon, pieces: readonly Piece[], units: UnitSystem): Sheet[] {
  const of = (role: Piece['role']) => pieces.find((x) => x.about === p.id && x.role === role);
  const bell = of('bell');
  const guard = of('guard');
  const out: Sheet[] = [];
  if (bell?.around)
    out.push(
      strip(
        `${p.id}-notches`,
        `${p.name}: notches of the bell`,
        [
          `${p.notches.count} notches, ${format(p.notches.width, 'bore', units)} wide, ${format(p.breakHeight, 'length', units)} high.`,
        ],
        Math.PI * bell.around.wide * MM,
        p.breakHeight * MM + 15,
        { count: p.notches.count, width: p.notches.width * MM, from: 0, to: p.breakHeight * MM },
      ),
    );
  if (guard?.around && p.guard) {
    const high = Math.min(SLOT.most, (p.crest * MM) / 2);
    const area = p.guard.slotArea * MM * MM;
    const count = Math.max(4, Math.ceil(area / (SLOT.width * (high - SLOT.foot))));
    out.push(
      strip(
        `${p.id}-slots`,
        `${p.name}: slots of the guard`,
        [
          `${count} slots, ${format(SLOT.width / MM, 'bore', units)} wide: ${format(p.guard.slotArea, 'opening', units)} open, as in the design.`,
          ...(pipeById(guard.stock)
            ? []
            : [
                `For a tube ${format(guard.around.wide, 'bore', units)} wide outside. On another tube spread the slots evenly.`,
              ]),
        ],
        Math.PI * guard.around.wide * MM,
        high + 10,
        { count, width: SLOT.width, from: SLOT.foot, to: high },
      ),
    );
  }
  return out;
}

/** Every template of a system: siphons in section, their strips, holes. */
export function templatesOf(s: SystemDocument, plan: BuildPlan, units: UnitSystem): Sheet[] {
  const bells = bellSiphons(s);
  // Siphons that are alike are cut by one sheet.
  const seen = new Set<string>();
  const once = bells.filter((p) => {
    const key = JSON.stringify({ ...p, id: '', name: '', from: '', to: '' });
    return !seen.has(key) && seen.add(key);
  });
  return [
    ...once.flatMap((p) => [
      siphonSheet(p, plan.pieces, units),
      ...stripsOf(p, plan.pieces, units),
    ]),
    ...plan.holes.map((h) => holeSheet(s, h, units)),
  ];
}

/** A page to print at full size. */
export interface TemplatePage {
  readonly svg: string;
  readonly title: string;
}

const MARGIN = 10;
const HEAD = 8;
const FOOT = 12;
/** Tiles of a large template share so much, to glue them. */
const OVERLAP = 10;
/** Length of the bar that shows whether the print is true. */
export const CHECK_BAR = 100;

function checkBar(x: number, y: number): string {
  const ticks = Array.from({ length: 11 }, (_, i) =>
    lineTo(x + i * 10, y - (i % 5 ? 1 : 2), x + i * 10, y),
  ).join('');
  return `<g class="check-bar"><rect x="${n(x)}" y="${n(y)}" width="${CHECK_BAR}" height="1.2" fill="${INK}"/>${ticks}${text(x + CHECK_BAR + 3, y + 1.4, '100 mm. If not, print at 100 %, without fitting to the page.')}</g>`;
}

const svgOf = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="0 0 ${n(width)} ${n(height)}" font-family="'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', sans-serif">${body}</svg>`;

/** Lines of words over a template. */
const LINE = 4.4;
const captionHeight = (s: Sheet): number => 6 + s.lines.length * LINE;
const caption = (s: Sheet, x: number, y: number): string =>
  text(x, y + 4, s.title, { 'font-size': 4, 'font-weight': 650 }) +
  s.lines.map((l, i) => text(x, y + 9 + i * LINE, l)).join('');

/** A template in parts that fit a page, with marks where they join; all in mm. */
export function partsOfSheet(s: Sheet, wide: number, high: number): Sheet[] {
  const most = high - captionHeight(s);
  if (s.width <= wide && s.height <= most) return [s];
  const room = { w: wide - OVERLAP, h: most - LINE - OVERLAP };
  const across = s.width <= wide ? 1 : Math.ceil((s.width - OVERLAP) / room.w);
  const down = s.height <= most ? 1 : Math.ceil((s.height - OVERLAP) / room.h);
  const out: Sheet[] = [];
  for (let j = 0; j < down; j++)
    for (let i = 0; i < across; i++) {
      const [x, y] = [i * room.w, j * room.h];
      const w = Math.min(room.w + OVERLAP, s.width - x);
      const h = Math.min(room.h + OVERLAP, s.height - y);
      const id = `part-${s.id}-${i}-${j}`;
      // In the middle of what two parts share: the same line of the template on both.
      const half = OVERLAP / 2;
      const joins = [
        ...(i + 1 < across ? [lineTo(room.w + half, -2, room.w + half, h + 2, DASH)] : []),
        ...(i > 0 ? [lineTo(half, -2, half, h + 2, DASH)] : []),
        ...(j + 1 < down ? [lineTo(-2, room.h + half, w + 2, room.h + half, DASH)] : []),
        ...(j > 0 ? [lineTo(-2, half, w + 2, half, DASH)] : []),
      ].join('');
      const clip = element(
        'clipPath',
        { id },
        element('rect', { x: 0, y: 0, width: w, height: h }),
      );
      const moved = element('g', { transform: `translate(${n(-x)} ${n(-y)})` }, s.body);
      out.push({
        ...s,
        id,
        title: `${s.title}, part ${j * across + i + 1} of ${across * down}`,
        lines: [
          ...s.lines,
          'Cut one part along its dashed mark and place it on the mark of the next part.',
        ],
        width: w,
        height: h,
        body: clip + element('g', { 'clip-path': `url(#${id})` }, moved) + joins,
      });
    }
  return out;
}

/** A caption may be wider than its template. */
const CAPTION_WIDTH = 92;
/** Free between templates on a page. */
const APART = 6;

/**
 * Templates laid onto pages: small ones beside each other, large ones in parts with marks to join them.
 *
 * @param name of the system, at the head of each page
 */
export function pagesOf(sheets: readonly Sheet[], paper: Paper, name: string): TemplatePage[] {
  const { width, height } = PAPERS[paper];
  const wide = width - 2 * MARGIN;
  const high = height - 2 * MARGIN - HEAD - FOOT;
  const pages: { body: string; titles: string[] }[] = [];
  let [x, y, row] = [0, 0, 0];
  for (const s of sheets.flatMap((each) => partsOfSheet(each, wide, high))) {
    const head = captionHeight(s);
    const w = Math.max(s.width, CAPTION_WIDTH);
    if (x > 0 && x + w > wide) [x, y, row] = [0, y + row, 0];
    let page = pages[pages.length - 1];
    if (!page || y + head + s.height > high) {
      page = { body: '', titles: [] };
      pages.push(page);
      [x, y, row] = [0, 0, 0];
    }
    const [left, top] = [MARGIN + x, MARGIN + HEAD + y];
    page.body +=
      caption(s, left, top) +
      element('g', { transform: `translate(${n(left)} ${n(top + head)})` }, s.body);
    page.titles.push(s.title);
    x += w + APART;
    row = Math.max(row, head + s.height + APART);
  }
  return pages.map(({ body, titles }, i) => ({
    title: titles.join(', '),
    svg: svgOf(
      width,
      height,
      `${text(MARGIN, MARGIN + 4, `${name} · templates, full size · ${i + 1} of ${pages.length}`, { fill: FAINT })}${body}${checkBar(MARGIN, height - MARGIN - 4)}`,
    ),
  }));
}

/** All templates below each other in one drawing, in millimetres, for any drawing program. */
export function templatesSvg(sheets: readonly Sheet[]): string {
  let y = 14;
  let wide = 220;
  let body = checkBar(5, 8);
  for (const s of sheets) {
    const head = captionHeight(s);
    body += `${caption(s, 5, y)}<g transform="translate(5 ${n(y + head)})">${s.body}</g>`;
    y += head + s.height + 8;
    wide = Math.max(wide, s.width + 10);
  }
  return `<?xml version="1.0" encoding="UTF-8"?>\n${svgOf(wide, y, body)}\n`;
}
