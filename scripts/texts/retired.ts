/** Words and turns that no text for the grower uses: each with what is used instead and a text that it is found in. */
export interface Retired {
  readonly pattern: RegExp;
  readonly instead: string;
  readonly example: string;
}

/** Longest sentence, words. */
export const MOST_WORDS = 25;

// prettier-ignore
export const RETIRED: readonly Retired[] = [
  { pattern: /\bnot kept\b|\bkept (here|of it|by a)\b|^keeping$|^kept$/i, instead: 'saved, not saved', example: 'What you do now is not kept' },
  { pattern: /\bdo again\b|\bdone again\b/i, instead: 'redo', example: 'Do again: Cut the standpipe' },
  { pattern: /[\d}] at stop\b|\bto watch\b|\b(at|stays at) watch\b/i, instead: 'problem, warning', example: '2 at stop, 1 to watch' },
  { pattern: /\bstands? in the way\b/i, instead: 'No problems found', example: 'Nothing stands in the way.' },
  { pattern: /\bschools?\b/i, instead: 'rule of thumb', example: 'The strictest school governs' },
  { pattern: /(?<!\bair )(?<!, )\bstones\b(?! (in the ground|and roots))/i, instead: 'media; air stones', example: 'Rinse the stones' },
  { pattern: /\btaps?\b(?! (water|the|ammonia|pH|chlorine))/i, instead: 'valve; tap water', example: 'Turn the tap down' },
  { pattern: /\bdrills\b|\b(the|this|all|same) drill\b/i, instead: 'fault tests', example: 'Run all drills' },
  { pattern: /^Sums?$|\b(the|this|same) sums?\b/i, instead: 'calculator', example: 'The sum “Chlorine or chloramine”' },
  { pattern: /\b(a|the|this|its|own) kind\b(?! of)|\bkinds of (fish|crop)|\b\w+ing kinds\b/i, instead: 'species, type', example: 'Outside its range a kind does not live' },
  { pattern: /\bplanted ground\b|\bring of ground\b|\bground of (a|the|each) (stand|plant)/i, instead: 'growing area', example: 'Feed on the planted ground' },
  { pattern: /\bwarmth\b/i, instead: 'temperature', example: 'At this size and warmth' },
  { pattern: /\b(in|of|through|into|with) (the|a|its|this|each) line\b|\bpressure lines?\b|\blines? (that )?(runs?|ends?|peaks?)\b/i, instead: 'pipe', example: 'The pump gives 80 % through this line' },
  { pattern: /\bcrest\b/i, instead: 'overflow height, standpipe height', example: 'The crest of the overflow' },
  { pattern: /\bbreaks at\b|\bbreak height\b|\b(at|in) (its|the) break\b/i, instead: 'stops at', example: '1200 L/h at its break' },
  { pattern: /\bways? (in|out)\b/i, instead: 'inlet, outlet, overflow', example: 'It has no second way out' },
  { pattern: /\bhold points?\b/i, instead: 'checkpoint', example: 'Hold point passed' },
  { pattern: /\btroubles?\b/i, instead: 'problem, Troubleshooting', example: 'A trouble to find' },
  { pattern: /\breckon/i, instead: 'calculate, plan for, apply', example: 'Reckon with it' },
  { pattern: /\bwork(s|ed|ing)? (it |them )?out\b/i, instead: 'calculate', example: 'The day is worked out' },
  { pattern: /\bcomes to\b|\bcome to [\d{]/i, instead: 'reaches', example: 'It comes to 8 mg/L' },
  { pattern: /\btalk(ed)? (it )?over\b|\bdebrief/i, instead: 'review', example: '24 h until it is talked over' },
  { pattern: /\bfares?\b/i, instead: 'stress', example: 'How the fish fare' },
  { pattern: /\brun of a number\b|\bnumbers? of runs\b/i, instead: 'run number', example: 'The run of a number' },
  { pattern: /\btake(n)? in\b|\btake (it|them|the \w+) along\b|\bput (it )?beside\b/i, instead: 'import, export, keep both', example: 'Take in a table' },
  { pattern: /\bnote it\b|\bnoted\b/i, instead: 'add, enter, log', example: 'Nothing noted yet' },
  { pattern: /\bone weighs\b/i, instead: 'weight of one fish', example: 'One weighs 20 g' },
  { pattern: /\bin all\b(?! that)/i, instead: 'total', example: 'Ammonia in all' },
  { pattern: /\bput right\b|\b(is|not) in order\b|\bmend(s|ed)?\b/i, instead: 'solved, repaired', example: 'It is put right' },
  { pattern: /\bsour\b/i, instead: 'acidic', example: 'Harmless in sour water' },
  { pattern: /\bbears?\b(?!ing)|\bborne\b/i, instead: 'tolerate, carry', example: 'Bacteria bear it' },
  { pattern: /(?<!\.)\bwish(ed|es)\b/i, instead: 'recommended', example: '15 min are wished' },
  { pattern: /\b(seal|pump|siphon|bed|design|plants?|seeds?|crops?|it|light) wants?\b|\bwants? (a|its|the|an|around)\b/i, instead: 'needs', example: 'The seal wants its hole' },
  { pattern: /\b(at|their) ease\b/i, instead: 'comfortable', example: 'The fish are at ease' },
  { pattern: /\bstands? (still|full|flooded|wet|ready|empty|on end|\d)|\bon end\b/i, instead: 'is', example: 'The pump stands still' },
  { pattern: /\bgives? off\b/i, instead: 'produces', example: 'Fish give off ammonia' },
  { pattern: /\bset aside\b|\b(take|taken|takes) (out|back|away)\b/i, instead: 'remove', example: 'A layer taken out' },
  { pattern: /\bat the (most|least|very least)\b/i, instead: 'at most, at least', example: '30 mm at the most' },
  { pattern: /\bruns? over\b(?! (its|the) rim)/i, instead: 'overflows', example: 'The bed runs over' },
  { pattern: /\bour own line\b/i, instead: 'our own limit', example: 'Within 10 % is our own line' },
  { pattern: /\bto and fro\b|\banew\b|\bof late\b|\bought to\b|\bas a matter of course\b/i, instead: 'a modern word', example: 'Cut it anew' },
  { pattern: /\bin place of\b/i, instead: 'instead of', example: 'Two heaters in place of one' },
  { pattern: /\bknocked\b|\b(talks?|tells?) of\b|\bspeaks? (for|against|of)\b/i, instead: 'shows', example: 'It tells of a leak' },
  { pattern: /\b(has|is|be) said\b|\bsays? (nothing|little|too little)\b/i, instead: 'shows, is unknown', example: 'Three readings say too little' },
  { pattern: /\bin hand\b|\bat hand\b/i, instead: 'ready', example: 'Vitamin C at hand' },
];
