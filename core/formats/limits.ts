/** Largest system file that is read, in characters; a real one is some kilobytes. */
export const LARGEST_FILE = 5_000_000;
