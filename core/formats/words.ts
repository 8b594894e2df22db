import type { EventKind } from '../day/types.ts';

const WORDS: Record<EventKind, string> = {
  'pump-on': 'pump on',
  'pump-off': 'pump off',
  'pump-dry': 'pump draws air',
  'pump-wet': 'pump covered again',
  'siphon-starts': 'siphon starts',
  'siphon-stops': 'siphon stops',
  'overflow-gulps': 'overflow runs full and gulps air',
  'rim-over': 'water over the rim',
  'rim-clear': 'rim clear',
};

/** An event of the day in words. */
export const eventInWords = (kind: EventKind): string => WORDS[kind];

const XML: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
};
/** Text as it may stand in XML. */
export const escapeXml = (text: string): string => text.replace(/[&<>"]/g, (c) => XML[c]!);
