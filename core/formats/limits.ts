/** Largest system file that is read, in characters; a real one is some kilobytes. */
export const LARGEST_FILE = 5_000_000;
/** Largest backup that is read, in characters: some hundreds of systems with their histories. */
export const LARGEST_BACKUP = 100_000_000;
