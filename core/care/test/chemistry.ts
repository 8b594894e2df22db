/**
 * A second chemistry, written for the tests from the published constants and from nothing of the program: Plummer and
 * Busenberg (1982) for carbonate, Emerson and others (1975) for ammonia. All by bisection, in mol/L.
 */

const bisect = (f: (x: number) => number, low: number, high: number): number => {
  let [a, b] = [low, high];
  const rising = f(b) > f(a);
  for (let i = 0; i < 80; i++) {
    const m = (a + b) / 2;
    if (f(m) > 0 === rising) b = m;
    else a = m;
  }
  return (a + b) / 2;
};
const constants = (celsius: number) => {
  const T = celsius + 273.15;
  const lg = Math.log10(T);
  return {
    K1: 10 ** (-356.3094 - 0.06091964 * T + 21834.37 / T + 126.8339 * lg - 1684915 / (T * T)),
    K2: 10 ** (-107.8871 - 0.03252849 * T + 5151.79 / T + 38.92561 * lg - 563713.9 / (T * T)),
    Kw: 10 ** -(4470.99 / T + 0.01706 * T - 6.0875),
    KH: 10 ** (108.3865 + 0.01985076 * T - 6919.53 / T - 40.45154 * lg + 669365 / (T * T)),
  };
};
/** Equivalents per litre of 1 mg/L as CaCO₃. */
const EQ = 1 / 50043;

export interface Tank {
  t: number;
  /** mg/L as CaCO₃. */
  alk: number;
  /** Total inorganic carbon, mol/L. */
  carbon: number;
  tan: number;
  nitrite: number;
  chloride: number;
  /** Partial pressure of carbon dioxide that it settles at, atm. */
  p: number;
}

const alkAt = (ph: number, dissolved: number, t: number) => {
  const { K1, K2, Kw } = constants(t);
  const H = 10 ** -ph;
  return (dissolved * (K1 / H + (2 * K1 * K2) / (H * H)) + Kw / H - H) / EQ;
};
export function closed(x: Tank): number {
  const { K1, K2, Kw } = constants(x.t);
  return bisect(
    (ph) => {
      const H = 10 ** -ph;
      const d = H * H + K1 * H + K1 * K2;
      return (x.carbon * (K1 * H + 2 * K1 * K2)) / d + Kw / H - H - x.alk * EQ;
    },
    1,
    13,
  );
}
export const settled = (x: Tank, p = x.p): number =>
  bisect((ph) => alkAt(ph, constants(x.t).KH * p, x.t) - x.alk, 1, 13);
export const inAir = (x: Tank): number => settled(x, 4.2e-4);

/** Water by its readings; it settles at the pressure that it has. */
export function tank(ph: number, alk: number, t: number, more: Partial<Tank> = {}): Tank {
  const { K1, K2, Kw, KH } = constants(t);
  const H = 10 ** -ph;
  const carbon = Math.max(
    0,
    ((alk * EQ - Kw / H + H) * (H * H + K1 * H + K1 * K2)) / (K1 * H + 2 * K1 * K2),
  );
  const p = (carbon * H * H) / (H * H + K1 * H + K1 * K2) / KH;
  return { tan: 0, nitrite: 0, chloride: 0, ...more, t, alk, carbon, p };
}

/** mg N/L that is un-ionised. */
export const unionised = (x: Tank, ph: number): number =>
  x.tan / (1 + 10 ** (0.09018 + 2729.92 / (x.t + 273.15) - ph));

export const TEST_WATER_STATES = { closed, settled, air: inAir } as const;
export type StateName = keyof typeof TEST_WATER_STATES;

/** A share replaced by tap water of the same temperature. */
export function mixed(x: Tank, tap: Tank, share: number): Tank {
  const of = (a: number, b: number) => a * (1 - share) + b * share;
  return {
    t: x.t,
    p: x.p,
    alk: of(x.alk, tap.alk),
    carbon: of(x.carbon, tap.carbon),
    tan: of(x.tan, tap.tan),
    nitrite: of(x.nitrite, tap.nitrite),
    chloride: of(x.chloride, tap.chloride),
  };
}

/** g of KHCO₃ (100.115 g/mol, one carbon, one equivalent) in so many litres. */
export const withBicarbonate = (x: Tank, grams: number, litres: number): Tank => ({
  ...x,
  alk: x.alk + grams / 100.115 / litres / EQ,
  carbon: x.carbon + grams / 100.115 / litres,
});
/** mL of 10 % phosphoric acid (1.053 kg/L, 97.995 g/mol) in so many litres, by its protons at the pH that it comes to. */
export function withPhosphoric(x: Tank, ml: number, litres: number): Tank {
  const mol = (ml * 1.053 * 0.1) / 97.995 / litres;
  const after = (ph: number): Tank => ({
    ...x,
    alk: x.alk - (mol * (1 + 1 / (1 + 10 ** (7.2 - ph)))) / EQ,
  });
  let ph = closed(x);
  for (let i = 0; i < 60; i++) ph = (ph + closed(after(ph))) / 2;
  return after(ph);
}
/** g of NaCl in so many litres. */
export const withSalt = (x: Tank, grams: number, litres: number): Tank => ({
  ...x,
  chloride: x.chloride + (grams * 1000 * 35.453) / 58.443 / litres,
});
