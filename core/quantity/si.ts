/** SI quantities used inside the core. The alias names the unit; conversion happens in `quantity/` only. */
export type Metres = number;
export type SquareMetres = number;
export type CubicMetres = number;
export type CubicMetresPerSecond = number;
export type Kilograms = number;
export type Seconds = number;
export type Watts = number;
export type Celsius = number;
/** How often something happens, 1/s. */
export type PerSecond = number;
/** Share of one: 0.44 means 44 %. */
export type Share = number;
/** Concentration, mg/L: what a kit reads. */
export type GramsPerCubicMetre = number;
/** Feed and what follows from it is reckoned by the day, as keepers and the literature do. */
export type GramsPerDay = number;
/** Electrical conductivity at 25 °C. */
export type SiemensPerMetre = number;
/** Light of a day on an area that plants can use. */
export type MolesPerSquareMetreDay = number;
