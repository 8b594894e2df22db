import { writeSystem } from '../../core/formats/write';
import { LARGEST_FILE } from '../../core/formats/limits';
import type { SystemDocument } from '../../core/system';

/**
 * A system in a link: its file without line breaks, deflated, base64url, after the number of this form. It stands
 * in the fragment, which a browser sends to no server.
 */
const FORM = '1.';

const BROKEN =
  'This link is not complete. Copy the whole link, or scan the QR code again. Nothing was imported.';

async function through(bytes: BlobPart, stream: CompressionStream | DecompressionStream) {
  return new Blob([bytes]).stream().pipeThrough(stream).getReader();
}
/** All bytes of a reader; nothing where they are more than `most`. */
async function allOf(
  reader: ReadableStreamDefaultReader<Uint8Array<ArrayBuffer>>,
  most: number,
): Promise<Uint8Array<ArrayBuffer> | null> {
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let size = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    size += value.length;
    if (size > most) {
      void reader.cancel();
      return null;
    }
    parts.push(value);
  }
  return new Uint8Array(await new Blob(parts).arrayBuffer());
}

/** A system as the fragment of a link, without `#`. */
export async function fragmentOf(system: SystemDocument): Promise<string> {
  const text = JSON.stringify(JSON.parse(writeSystem(system)));
  const packed = await allOf(await through(text, new CompressionStream('deflate-raw')), Infinity);
  const binary = Array.from(packed!, (b) => String.fromCharCode(b)).join('');
  return FORM + btoa(binary).replaceAll('+', '-').replaceAll('/', '_').replaceAll('=', '');
}

/**
 * The text of the system file that a fragment carries, for the reader of files to check.
 *
 * @param fragment with or without `#`
 */
export async function textIn(
  fragment: string,
): Promise<{ ok: true; text: string } | { ok: false; message: string }> {
  const code = fragment.replace(/^#/, '');
  if (!code)
    return { ok: false, message: 'This link has no system in it. Copy the whole link again.' };
  if (!code.startsWith(FORM)) {
    const newer = /^\d+\./.test(code);
    return {
      ok: false,
      message: newer
        ? 'This link was made by a newer version of Mizuna. Update Mizuna here and open it again.'
        : BROKEN,
    };
  }
  try {
    const binary = atob(code.slice(FORM.length).replaceAll('-', '+').replaceAll('_', '/'));
    const bytes = Uint8Array.from(binary, (c) => c.charCodeAt(0));
    const plain = await allOf(
      await through(bytes, new DecompressionStream('deflate-raw')),
      LARGEST_FILE,
    );
    if (!plain)
      return {
        ok: false,
        message: 'The system in this link is far larger than any system. It was not opened.',
      };
    return { ok: true, text: new TextDecoder('utf-8', { fatal: true }).decode(plain) };
  } catch {
    return { ok: false, message: BROKEN };
  }
}
