/** What was asked for of an address. Plain JavaScript, since it is needed before anything is installed. */

/**
 * @param {string | undefined} text of the environment
 * @returns {string} the host to listen on; this machine only where nothing was asked for
 */
export const hostOf = (text) => text?.trim() || '127.0.0.1';

/**
 * @param {string | undefined} text of the environment
 * @param {number} usual where nothing was asked for
 * @returns {number | string} the port, or a sentence on what is wrong with it
 */
export function portOf(text, usual) {
  const asked = text?.trim();
  if (!asked) return usual;
  const port = Number(asked);
  return Number.isInteger(port) && port >= 0 && port <= 65_535
    ? port
    : `PORT is “${asked}”; it has to be a whole number from 0 to 65535.`;
}
