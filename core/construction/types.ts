import type { JointKind } from '../catalogue/index.ts';
import type { Phrase } from '../quantity/index.ts';
import type { Metres } from '../quantity/si.ts';
import type { Edit, SealKind, Wall } from '../system/index.ts';

/** What a system is built of, derived from its document: nothing here is stored. */

/** A part of a leg of a path's course, as shares of that leg. */
export interface Span {
  readonly leg: number;
  readonly a: number;
  readonly b: number;
}

export type PieceRole =
  'pipe' | 'hose' | 'standpipe' | 'sleeve' | 'bell' | 'guard' | 'stub' | 'timber' | 'wall';

/** Whether a piece is a board or a post, of a stand or of a lined frame’s walls. */
export const isTimber = (p: { readonly role: PieceRole }): boolean =>
  p.role === 'timber' || p.role === 'wall';

/** A straight piece of pipe, a length of hose, a board or a post: what is cut. */
export interface Piece {
  readonly id: string;
  /** Path or vessel that it belongs to. */
  readonly about: string;
  readonly role: PieceRole;
  readonly name: string;
  /** Pipe or timber section that it is cut from. */
  readonly stock: string;
  readonly cut: Metres;
  /** Hose and header pipes bend: they come off a coil. */
  readonly coil: boolean;
  readonly why: Phrase;
  /** Fittings that it goes into at its ends. */
  readonly fittings: readonly JointKind[];
  /** Where it lies on its path’s course. */
  readonly spans: readonly Span[];
  /** A piece that stands around a drain: from and to over the floor of its vessel, and how wide it is. */
  readonly around: { readonly from: Metres; readonly to: Metres; readonly wide: Metres } | null;
}

/** A fitting in its place. */
export interface Joint {
  readonly id: string;
  readonly path: string;
  readonly kind: JointKind;
  readonly pipe: string;
  /** Leg of the course and share of it at which it sits. */
  readonly at: Span;
}

/** A hole that a path asks for in a vessel. */
export interface Hole {
  readonly id: string;
  readonly vessel: string;
  readonly path: string;
  readonly what: string;
  readonly on: 'floor' | Wall;
  /** From the left end of the wall or floor, and over the floor, or from the front wall; both to the hole’s centre. */
  readonly x: Metres;
  readonly y: Metres;
  /** What passes it: a seal for a pipe, or plain water. */
  readonly seal: SealKind | null;
  readonly pipe: string | null;
  /** Nothing where the maker’s figure has to be asked for. */
  readonly diameter: Metres | null;
  /** Place of the document that holds the diameter. */
  readonly asked: string | null;
  /** So many of it are drilled: one in each of a row. */
  readonly count: number;
}

/** A hole and what is under water there: always, in the flood only, or never. */
export interface DrilledHole extends Hole {
  readonly under: 'rest' | 'flood' | 'dry';
}

/** Something that stands in the way of cutting: a measurement that is missing, or a length that cannot be. */
export interface BuildQuestion {
  readonly id: string;
  readonly about: string;
  readonly level: 'ask' | 'wrong';
  readonly sentence: Phrase;
  readonly fix: { readonly label: Phrase; readonly edits: readonly Edit[] } | null;
}

/** A straight part of a course. */
export interface Leg {
  readonly length: Metres;
  readonly way: 'up' | 'down' | 'level';
}

/** The pipework of one path. */
export interface BuiltPipe {
  readonly path: string;
  readonly legs: readonly Leg[];
  readonly joints: readonly Joint[];
  readonly pieces: readonly Piece[];
  readonly holes: readonly Hole[];
  readonly questions: readonly BuildQuestion[];
  /** Pipe that the flow is reckoned with and that no piece is cut for; below zero where it is the other way. */
  readonly allowance: Metres;
}
