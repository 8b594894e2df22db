let known = '';
let asked = -Infinity;
/** The browser is asked again after so long, ms: asking takes it longer than working out what is known of the water. */
const ASKED_AGAIN = 10_000;

/** Zone of this browser. */
export function hereZone(): string {
  if (performance.now() - asked > ASKED_AGAIN) {
    known = Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';
    asked = performance.now();
  }
  return known;
}
