/** Largest system file that is read, in characters; a real one is some kilobytes. */
export const LARGEST_FILE = 5_000_000;
/** Largest backup that is read, in characters: some hundreds of systems with their histories. */
export const LARGEST_BACKUP = 64_000_000;
/** Most systems in one backup. */
export const MOST_SYSTEMS = 1000;
/** Levels of lists and objects in a system, with room for what a later program may add. */
export const DEEPEST = 24;
/** Most photographs that go with a system in a file, and all of a file, in characters. */
export const MOST_PHOTOS = 200;
export const LARGEST_PHOTOS = 48_000_000;
/** A photograph is made smaller until it has no more characters than this; a larger one of elsewhere is read up to that. */
export const SMALL_PHOTO = 900_000;
export const LARGEST_PHOTO = 8_000_000;
