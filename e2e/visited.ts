/** What a browser keeps of a first visit: the demo systems and their pictures. */
export const VISITED = '.cache/visited.json';

/** For `test.use`: a browser that was never here. */
export const NEWCOMER = { storageState: { cookies: [], origins: [] } };
