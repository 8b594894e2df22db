import { hostOf, portOf } from './address.mjs';

/** Where the server listens, from the environment. */
export interface Listening {
  readonly hostname: string;
  readonly port: number;
  /** Only this machine is served. */
  readonly ownOnly: boolean;
}

const USUAL_PORT = 4180;

/** Whether a name, with or without a port, is one by which a machine asks for itself. */
export const isOwnName = (host: string): boolean =>
  /^(?:(?:localhost|127(?:\.\d{1,3}){3}|\[::1\])(?::\d+)?|::1)$/i.test(host);

/**
 * Addresses by which other devices of the same network reach a server on all of a machine's interfaces.
 *
 * @param interfaces of the machine, as `os.networkInterfaces()` lists them
 */
export const lanAddresses = (
  interfaces: NodeJS.Dict<readonly { family: string; internal: boolean; address: string }[]>,
  port: number,
): string[] =>
  Object.values(interfaces)
    .flatMap((all) => all ?? [])
    .filter((a) => a.family === 'IPv4' && !a.internal)
    .map((a) => `http://${a.address}:${port}`);

/** Reads `HOST` and `PORT`; without them only this machine is served. A sentence where they make no sense. */
export function listening(env: Readonly<Record<string, string | undefined>>): Listening | string {
  const hostname = hostOf(env.HOST);
  const port = portOf(env.PORT, USUAL_PORT);
  return typeof port === 'string' ? port : { hostname, port, ownOnly: isOwnName(hostname) };
}
