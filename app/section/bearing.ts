import type { InjectionKey, Ref } from 'vue';
import type { DayOfPlants } from './living';

/** How fish and leaves are to be drawn, where it is known: as one who stands before the tank sees them. */
export interface Bearing {
  /** They hang at the surface. */
  readonly gasping: boolean;
  /** Of the fish that the design has, those that swim. */
  readonly alive: number;
  readonly wilting: boolean;
}
export const BEARING: InjectionKey<Ref<Bearing | null>> = Symbol('bearing');

/** Day of the year on which the plants of a drawing are shown; the fullest where none is said. */
export const SHOWN_DAY: InjectionKey<Ref<DayOfPlants>> = Symbol('shown day');
