import type { Share } from '../quantity/si.ts';

/** What fills a bed or a pot. Void and held water are for the media as rinsed and new. */
export interface Medium {
  readonly id: string;
  readonly name: string;
  /** Drainable void fraction: what really fills and drains, [low, usual, high]. */
  readonly voids: readonly [Share, Share, Share];
  /** Held water that plants can use, litres per litre of media. */
  readonly held: Share;
  /** Share of the held water that may be drunk before the next flood: coir and perlite dry fast, rockwool suffers first. */
  readonly depletion: Share;
  /** kg per litre, dry, and wet after draining. */
  readonly dryDensity: number;
  readonly wetDensity: number;
  /** Surface for bacteria, m² per m³, [low, high]; absent where no figure is known. */
  readonly surface?: readonly [number, number];
  readonly floats: 'no' | 'some' | 'yes';
  readonly water: string;
}

export const MEDIA_SOURCE =
  'Voids and densities: ranges of suppliers’ data sheets. Surfaces of clay, pumice, tuff, limestone and coir: FAO Fisheries and Aquaculture Technical Paper 589 (2014), media table. A bucket and jug measurement wins over both.';

export const MEDIA: readonly Medium[] = [
  {
    id: 'expanded-clay',
    name: 'Expanded clay 8–16 mm',
    voids: [0.38, 0.42, 0.48],
    held: 0.04,
    depletion: 0.5,
    dryDensity: 0.38,
    wetDensity: 0.5,
    surface: [250, 300],
    floats: 'yes',
    water: 'neutral',
  },
  {
    id: 'pumice',
    name: 'Pumice 8–16 mm',
    voids: [0.38, 0.44, 0.5],
    held: 0.08,
    depletion: 0.5,
    dryDensity: 0.55,
    wetDensity: 0.75,
    surface: [200, 300],
    floats: 'some',
    water: 'neutral',
  },
  {
    id: 'lava-rock',
    name: 'Lava rock 10–20 mm',
    voids: [0.4, 0.46, 0.52],
    held: 0.05,
    depletion: 0.5,
    dryDensity: 0.8,
    wetDensity: 0.95,
    surface: [300, 400],
    floats: 'no',
    water: 'neutral',
  },
  {
    id: 'expanded-shale',
    name: 'Expanded shale 8–16 mm',
    voids: [0.4, 0.44, 0.48],
    held: 0.04,
    depletion: 0.5,
    dryDensity: 0.75,
    wetDensity: 0.88,
    surface: [250, 300],
    floats: 'no',
    water: 'neutral',
  },
  {
    id: 'gravel',
    name: 'Rounded gravel 6–12 mm',
    voids: [0.33, 0.36, 0.4],
    held: 0.02,
    depletion: 0.5,
    dryDensity: 1.6,
    wetDensity: 1.65,
    surface: [150, 250],
    floats: 'no',
    water: 'test with vinegar: fizz means carbonate',
  },
  {
    id: 'crushed-basalt',
    name: 'Crushed basalt or granite 12–20 mm',
    voids: [0.38, 0.42, 0.46],
    held: 0.02,
    depletion: 0.5,
    dryDensity: 1.5,
    wetDensity: 1.55,
    surface: [150, 250],
    floats: 'no',
    water: 'neutral',
  },
  {
    id: 'limestone',
    name: 'Limestone chip',
    voids: [0.38, 0.42, 0.46],
    held: 0.02,
    depletion: 0.5,
    dryDensity: 1.5,
    wetDensity: 1.55,
    surface: [150, 200],
    floats: 'no',
    water: 'raises pH',
  },
  {
    id: 'perlite',
    name: 'Coarse perlite, in pots',
    voids: [0.4, 0.45, 0.5],
    held: 0.2,
    depletion: 0.2,
    dryDensity: 0.1,
    wetDensity: 0.4,
    floats: 'yes',
    water: 'neutral',
  },
  {
    id: 'coir',
    name: 'Coir, in pots',
    voids: [0.2, 0.25, 0.3],
    held: 0.3,
    depletion: 0.2,
    dryDensity: 0.08,
    wetDensity: 0.7,
    surface: [200, 400],
    floats: 'yes',
    water: 'neutral',
  },
  {
    id: 'rockwool',
    name: 'Rockwool blocks',
    voids: [0.1, 0.15, 0.2],
    held: 0.4,
    depletion: 0.1,
    dryDensity: 0.08,
    wetDensity: 0.85,
    floats: 'no',
    water: 'needs soaking in weak acid',
  },
  {
    id: 'coarse-sand',
    name: 'Coarse sand',
    voids: [0.27, 0.3, 0.33],
    held: 0.1,
    depletion: 0.5,
    dryDensity: 1.55,
    wetDensity: 1.75,
    floats: 'no',
    water: 'test with vinegar',
  },
];

/** The medium with this id, or nothing. */
export const mediumById = (id: string): Medium | undefined => MEDIA.find((m) => m.id === id);
