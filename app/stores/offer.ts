import { READINGS, isId, isLoose, listOf, type Loose, type ReadingId } from '../../core/system';

/** What a gateway offers, read with care: only what the interface of `docs/devices.md` names. */

/** Number of the interface that this program speaks. */
const INTERFACE = 1;

export interface Channel {
  readonly id: string;
  readonly name: string;
  /** Null where the gateway names something that this program does not read. */
  readonly reads: ReadingId | null;
  readonly about: string;
  /** As the gateway names it; empty is SI. */
  readonly unit: string;
}
export interface Plug {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly on: boolean;
}
export interface Offer {
  readonly name: string;
  readonly bench: boolean;
  readonly system: { readonly id: string; readonly name: string } | null;
  readonly speed: number | null;
  readonly faults: Readonly<Record<string, readonly string[]>>;
  readonly channels: readonly Channel[];
  readonly plugs: readonly Plug[];
  /** What of it cannot be used, and why. */
  readonly left: readonly string[];
}

const text = (x: unknown): string => (typeof x === 'string' ? x.slice(0, 120) : '');

/** @returns the offer, or a sentence that says why there is none */
export function readOffer(raw: unknown): Offer | string {
  if (!isLoose(raw) || (!Array.isArray(raw.channels) && !Array.isArray(raw.plugs)))
    return 'A device answers at the gateway’s address, but it offers no channels and no plugs.';
  if (raw.interface !== undefined && raw.interface !== INTERFACE)
    return `The gateway speaks version ${JSON.stringify(raw.interface).slice(0, 20)} of the interface. Mizuna needs version ${INTERFACE}, so it cannot use this gateway.`;
  const left: string[] = [];
  const known = (list: unknown, what: string): Loose[] =>
    listOf(list).filter((x): x is Loose => {
      if (isLoose(x) && isId(x.id)) return true;
      const id = isLoose(x) ? text(x.id) : '';
      left.push(`${what} “${id}” cannot be used. An id has at most 64 letters, digits, - and _.`);
      return false;
    });
  const channels = known(raw.channels, 'The channel').map((c): Channel => ({
    id: c.id as string,
    name: text(c.name) || (c.id as string),
    reads: READINGS.includes(c.reads as ReadingId) ? (c.reads as ReadingId) : null,
    about: text(c.about),
    unit: text(c.unit),
  }));
  const plugs = known(raw.plugs, 'The plug').map((p): Plug => ({
    id: p.id as string,
    name: text(p.name) || (p.id as string),
    about: text(p.about),
    on: p.on === true,
  }));
  return {
    name: text(raw.name) || 'A gateway',
    bench: raw.bench === true,
    system: isLoose(raw.system) ? { id: text(raw.system.id), name: text(raw.system.name) } : null,
    speed: typeof raw.speed === 'number' ? raw.speed : null,
    faults: isLoose(raw.faults) ? (raw.faults as Offer['faults']) : {},
    channels,
    plugs,
    left,
  };
}

/** What a plug answered to an order; a sentence where that is no success. */
export function readOrder(raw: unknown, id: string, on: boolean): string | null {
  if (!isLoose(raw) || raw.confirmed !== true)
    return 'it did not confirm that it has switched. Go and check.';
  if (raw.id !== id) return 'another plug answered. Go and check both.';
  return raw.on === on
    ? null
    : on
      ? 'it should be on, but reports off. Go and check.'
      : 'it should be off, but reports on. Go and check.';
}
