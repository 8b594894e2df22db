/** What a browser keeps of a first visit: the demo systems and their pictures. */
export const VISITED = '.cache/visited.json';
