import { expose } from 'comlink';
import { readAnyFile, type OpenedFile } from '../../core/formats/file';

const api = {
  /** Reads a file of any kind. Its text never comes near the page. */
  async read(file: File, onProgress: (progress: number) => void): Promise<OpenedFile> {
    let text: string;
    try {
      text = await file.text();
    } catch {
      return { ok: false, message: 'The file cannot be read.' };
    }
    return readAnyFile(text, (done, of) => void onProgress(done / of));
  },
};

export type FilesWorker = typeof api;
expose(api);
