/** Where the server listens, from the environment. */
export interface Listening {
  readonly hostname: string;
  readonly port: number;
  /** Only this machine is served. */
  readonly ownOnly: boolean;
}

const USUAL_PORT = 4180;
const LOOPBACK = /^(?:localhost|127(?:\.\d{1,3}){3}|::1|\[::1\])$/i;

/** Reads `HOST` and `PORT`; without them only this machine is served. A sentence where they make no sense. */
export function listening(env: Readonly<Record<string, string | undefined>>): Listening | string {
  const hostname = env.HOST?.trim() || '127.0.0.1';
  const text = env.PORT?.trim();
  const port = text ? Number(text) : USUAL_PORT;
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    return `PORT is “${text}”; it has to be a whole number from 0 to 65535.`;
  return { hostname, port, ownOnly: LOOPBACK.test(hostname) };
}
