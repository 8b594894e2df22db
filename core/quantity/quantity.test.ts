import fc from 'fast-check';
import { describe, expect, it, test } from 'vitest';
import {
  displayUnits,
  QUANTITY_KINDS,
  UNIT_SYSTEMS,
  format,
  formatClock,
  formatDuration,
  parse,
  say,
  tell,
  litres,
  type QuantityKind,
  type UnitSystem,
} from './index.ts';

const read = (text: string, kind: QuantityKind, system: UnitSystem = 'metric') => {
  const r = parse(text, kind, system);
  if (!r.ok) throw new Error(r.message);
  return r.value;
};

it('hours that round up to a day are a day', () => {
  expect(formatDuration(34 * 86400 + 23.7 * 3600)).toBe('35 d');
  expect(formatDuration(2 * 86400 + 1.2 * 3600)).toBe('2 d 1 h');
  // Up to two days hours say more.
  expect(formatDuration(36 * 3600)).toBe('36 h');
  expect(formatDuration(47 * 3600 + 1800)).toBe('47 h 30 min');
});

describe('what people type', () => {
  test.each([
    ['12 gal', 'volume', 'us', 12 * 3.785411784e-3],
    ['12 gal', 'volume', 'imperial', 12 * 4.54609e-3],
    ['12 imp gal', 'volume', 'us', 12 * 4.54609e-3],
    ['620', 'volume', 'metric', 0.62],
    ['1,200 L', 'volume', 'metric', 1.2],
    ['1,5 L', 'volume', 'metric', 0.0015],
    ['3/4 in', 'bore', 'metric', 0.01905],
    ['1 1/2 in', 'bore', 'metric', 0.0381],
    ['1½ in', 'bore', 'metric', 0.0381],
    ['1-1/4"', 'bore', 'metric', 0.03175],
    ['1 ft 6 in', 'length', 'metric', 0.4572],
    ['5\' 3"', 'length', 'metric', 1.6002],
    ['24.5 cm', 'length', 'us', 0.245],
    ['90 s', 'time', 'metric', 90],
    ['2 h 30', 'time', 'metric', 9000],
    ['3 min 50', 'time', 'metric', 230],
    ['15', 'time', 'metric', 900],
    ['500 gph', 'flow', 'us', (500 * 3.785411784e-3) / 3600],
    ['20 L/min', 'flow', 'metric', 20e-3 / 60],
    ['10 L in 42 s', 'flow', 'metric', 0.01 / 42],
    ['2 gal / 1 min 30', 'flow', 'us', (2 * 3.785411784e-3) / 90],
    ['0.5 m3/h', 'flow', 'metric', 0.5 / 3600],
    ['1/2 L in 3 s', 'flow', 'metric', 0.0005 / 3],
    ['1.2 m2', 'area', 'metric', 1.2],
    ['150 kg/m2', 'load', 'metric', 150],
    ['3 psi', 'head', 'metric', 20684.271879504 / 9806.65],
    ['68 °F', 'temperature', 'metric', 20],
    ['68', 'temperature', 'us', 20],
    ['-4 C', 'temperature', 'metric', -4],
    ['44 %', 'share', 'metric', 0.44],
    ['60 g', 'mass', 'metric', 0.06],
    ['2 lb', 'mass', 'metric', 0.90718474],
    ['7:30 pm', 'clock', 'metric', 19.5 * 3600],
    ['07:30', 'clock', 'metric', 7.5 * 3600],
  ] as const)('%s as %s (%s)', (text, kind, system, value) => {
    expect(read(text, kind, system)).toBeCloseTo(value, 6);
  });

  test.each([
    ['', 'volume'],
    ['twelve', 'volume'],
    ['12 gallonz', 'volume'],
    ['5 kg', 'length'],
    ['1/0 in', 'length'],
    ['25:00', 'clock'],
    ['3 in 4', 'length'],
    ['1.5', 'count'],
    ['constructor', 'flow'],
    ['5 toString', 'flow'],
    ['5 mmm', 'length'],
  ] as const)('%s is refused as %s with a sentence', (text, kind) => {
    const r = parse(text, kind, 'metric');
    expect(r.ok).toBe(false);
    if (!r.ok) expect(r.message).toMatch(/\.$/);
  });

  it('never throws and never yields a number that is not finite', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom(...QUANTITY_KINDS), (s, kind) => {
        const r = parse(s, kind, 'us');
        return !r.ok || Number.isFinite(r.value);
      }),
      { numRuns: 2000 },
    );
  });
});

describe('a number without a unit', () => {
  test.each([
    // A field that shows 6 h takes 8 as 8 h, one that shows 15 min takes 20 as 20 min; an empty one takes minutes.
    ['8', 'time', 6 * 3600, 8 * 3600],
    ['20', 'time', 900, 1200],
    ['50', 'time', 45, 50],
    ['4', 'time', 3 * 86400, 4 * 86400],
    ['1.5', 'time', 2.5, 1.5],
    ['20', 'time', null, 1200],
    ['3', 'mass', 2.4, 3],
    ['300', 'mass', 0.24, 0.3],
  ] as const)('%s (%s) has the unit of the value on show, %s', (text, kind, shown, value) => {
    const r = parse(text, kind, 'metric', shown);
    expect(r.ok && r.value).toBeCloseTo(value, 9);
  });

  it('means the same as the value that is shown, whatever the kind', () => {
    const plainKinds = QUANTITY_KINDS.filter((k) => k !== 'clock' && k !== 'day');
    fc.assert(
      fc.property(
        fc.constantFrom(...plainKinds),
        fc.constantFrom(...UNIT_SYSTEMS),
        fc.double({ min: 1e-4, max: 4e5, noNaN: true }),
        (kind, system, value) => {
          const text = format(value, kind, system, true);
          const [bare] = /^-?[\d.]+/.exec(text) ?? [''];
          const whole = parse(text, kind, system, value);
          const alone = parse(bare, kind, system, value);
          if (kind === 'count' && bare.includes('.')) return true;
          // A time may be told in two parts: the first of them alone is less.
          if (kind === 'time') {
            const [first] = /^[\d.]+ [a-z]+/.exec(text)!;
            const one = parse(first, kind, system);
            return alone.ok && one.ok && alone.value === one.value;
          }
          return whole.ok && alone.ok && Math.abs(alone.value - whole.value) <= 1e-9 * value;
        },
      ),
      { numRuns: 3000 },
    );
  });
});

describe('thousands', () => {
  test.each(['1 000', '1,000', "1'000", '1’000', '1\u202f000', '1000', '1,000.0', '1.000,0'])(
    '%s L is a cubic metre',
    (text) => expect(read(`${text} L`, 'volume')).toBeCloseTo(1, 9),
  );
  test.each([
    ['1.234.567', 1234567],
    ["1'234'567.5", 1234567.5],
    ['12 345', 12345],
    // An amount below one has no thousands.
    ['0,235', 0.235],
    ['0.235', 0.235],
    ['1,25', 1.25],
    ['1,2345', 1.2345],
    ['1.2345', 1.2345],
  ])('%s m is %d m', (text, metres) => expect(read(`${text} m`, 'length')).toBeCloseTo(metres, 6));

  it('that could be decimals are asked about, and never taken as something else', () => {
    expect(parse('1.250 m', 'length', 'metric')).toEqual({
      ok: false,
      message: '“1.250” can be 1.25 or 1250. Write it without the point, or as 1.25.',
    });
    // A dose is shown to three decimals of a kilogram: there it is one.
    expect(parse('1.250', 'dose', 'metric', 1.2)).toEqual({ ok: true, value: 1.25 });
  });

  it('are read as they were written, or refused, in any of the ways that people write them', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1000, max: 9_999_999 }),
        fc.constantFrom(' ', ',', '.', "'", '’', '\u202f', '\u00a0'),
        (n, mark) => {
          const text = String(n).replace(/\B(?=(\d{3})+$)/g, mark);
          const r = parse(`${text} L`, 'volume', 'metric');
          return !r.ok || Math.abs(r.value - n / 1000) < 1e-9 * n;
        },
      ),
    );
  });
});

describe('what is shown', () => {
  it('rounds by what it is', () => {
    expect(format(0.62, 'volume', 'metric')).toBe('620 L');
    expect(format(0.0914, 'volume', 'metric')).toBe('91.4 L');
    expect(format(0.62, 'volume', 'us')).toBe('164 US gal');
    expect(format(0.24, 'length', 'metric')).toBe('240 mm');
    expect(format(0.24, 'length', 'us')).toBe('9.45 in');
    expect(format(0.06, 'mass', 'metric')).toBe('60 g');
    expect(format(12, 'mass', 'metric')).toBe('12 kg');
    expect(format(20, 'temperature', 'us')).toBe('68 °F');
    expect(format(230, 'time', 'metric')).toBe('3 min 50 s');
    expect(format(9000, 'time', 'metric')).toBe('2 h 30 min');
    expect(format(0.5, 'time', 'metric')).toBe('0.5 s');
    expect(format(3 * 86400, 'time', 'metric')).toBe('3 d');
    expect(format(NaN, 'flow', 'metric')).toBe('–');
    expect(formatClock(27000)).toBe('07:30');
  });

  it('comes back through the field as the same value, to what the field shows', () => {
    const kinds: QuantityKind[] = [
      'length',
      'bore',
      'run',
      'head',
      'volume',
      'flow',
      'mass',
      'load',
      'temperature',
      'share',
      'area',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...kinds),
        fc.constantFrom(...UNIT_SYSTEMS),
        fc.double({ min: 0.001, max: 9, noNaN: true }),
        (kind, system, value) => {
          const r = parse(format(value, kind, system, true), kind, system);
          if (!r.ok) return false;
          const unit = displayUnits(kind, system).reduce((a, b) =>
            value >= b.factor * 0.9995 ? b : a,
          );
          return (
            Math.abs(r.value - value) <= 0.51 * unit.factor * 10 ** -Math.min(unit.decimals, 1)
          );
        },
      ),
    );
  });

  it('a sentence follows the reader’s units', () => {
    const s = say`${litres(0.1)} are missing.`;
    expect(tell(s, 'metric')).toBe('100 L are missing.');
    expect(tell(s, 'us')).toBe('26.4 US gal are missing.');
    expect(tell(s, 'imperial')).toBe('22 imp gal are missing.');
  });
});
