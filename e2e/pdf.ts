import { inflateSync } from 'node:zlib';

/** What a printed file says of itself: its pages, their size, and the filled rectangles on each. Points of 1/72 in. */

export interface PdfPage {
  readonly width: number;
  readonly height: number;
  readonly boxes: readonly { x: number; y: number; width: number; height: number }[];
}

type Matrix = readonly [number, number, number, number, number, number];
const times = (a: Matrix, b: Matrix): Matrix => [
  a[0] * b[0] + a[1] * b[2],
  a[0] * b[1] + a[1] * b[3],
  a[2] * b[0] + a[3] * b[2],
  a[2] * b[1] + a[3] * b[3],
  a[4] * b[0] + a[5] * b[2] + b[4],
  a[4] * b[1] + a[5] * b[3] + b[5],
];
const place = ([a, b, c, d, e, f]: Matrix, x: number, y: number) => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
});

/** Rectangles of a content stream, `re` or four lines, under the matrices before them. */
function boxesOf(content: string): PdfPage['boxes'] {
  const out: { x: number; y: number; width: number; height: number }[] = [];
  const saved: Matrix[] = [];
  let now: Matrix = [1, 0, 0, 1, 0, 0];
  let numbers: number[] = [];
  let path: { x: number; y: number }[] = [];
  const close = () => {
    if (path.length >= 4) {
      const xs = path.map((p) => p.x);
      const ys = path.map((p) => p.y);
      const [x, y] = [Math.min(...xs), Math.min(...ys)];
      out.push({ x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y });
    }
    path = [];
  };
  for (const word of content.split(/\s+/)) {
    if (/^[-+.\d]+$/.test(word)) {
      numbers.push(Number(word));
      continue;
    }
    const [x = 0, y = 0, w = 0, h = 0] = numbers;
    if (word === 'q') saved.push(now);
    else if (word === 'Q') now = saved.pop() ?? now;
    else if (word === 'cm') now = times(numbers as unknown as Matrix, now);
    else if (word === 're') {
      path = [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
      ].map(([px, py]) => place(now, px!, py!));
    } else if (word === 'm') path = [place(now, x, y)];
    else if (word === 'l') path.push(place(now, x, y));
    else if (word === 'f' || word === 'f*') close();
    else if (word === 'n' || word === 'S') path = [];
    numbers = [];
  }
  return out;
}

/** Pages of a file that Chromium wrote. */
export function pagesOf(pdf: Buffer): PdfPage[] {
  const text = pdf.toString('latin1');
  const objects = new Map<string, string>();
  for (const m of text.matchAll(/(\d+) 0 obj\s([\s\S]*?)endobj/g)) objects.set(m[1]!, m[2]!);
  const stream = (id: string): string => {
    const object = objects.get(id) ?? '';
    const start = /stream\r?\n/.exec(object);
    if (!start) return '';
    const raw = object.slice(start.index + start[0].length, object.lastIndexOf('endstream'));
    return object.includes('/FlateDecode')
      ? inflateSync(Buffer.from(raw, 'latin1')).toString('latin1')
      : raw;
  };
  return [...objects.values()]
    .filter((o) => /\/Type \/Page\b/.test(o))
    .map((o) => {
      const box = /\/MediaBox \[([^\]]*)\]/.exec(o)![1]!.trim().split(/\s+/).map(Number);
      const ids = [.../\/Contents (\[[^\]]*\]|\d+ 0 R)/.exec(o)![1]!.matchAll(/(\d+) 0 R/g)];
      return {
        width: box[2]! - box[0]!,
        height: box[3]! - box[1]!,
        boxes: boxesOf(ids.map((m) => stream(m[1]!)).join('\n')),
      };
    });
}
