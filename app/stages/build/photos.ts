import { nanoid } from 'nanoid';
import { ref, watch, type Ref } from 'vue';
import { SMALL_PHOTO } from '../../../core/formats/limits';
import { store, type StoredPhoto } from '../../storage/db';
import { storePart } from '../../storage/held';

/** Longest side of a kept photograph, px, and how far it is compressed: the first that a file takes. */
const SIZES = [
  { side: 1280, quality: 0.8 },
  { side: 1280, quality: 0.6 },
  { side: 1024, quality: 0.6 },
  { side: 800, quality: 0.5 },
  { side: 640, quality: 0.4 },
  { side: 480, quality: 0.3 },
] as const;

/**
 * The largest of several makings of a picture that a file takes.
 *
 * @param make a picture as a data address, by its longest side and how far it is compressed
 * @returns null where even the smallest is too large
 */
export function fitting(make: (side: number, quality: number) => string): string | null {
  for (const { side, quality } of SIZES) {
    const image = make(side, quality);
    if (image.length <= SMALL_PHOTO) return image;
  }
  return null;
}

/** A photograph made small, as a JPEG data address; null where it stays too large. @throws Error where it is no picture */
async function small(file: Blob): Promise<string | null> {
  const picture = await createImageBitmap(file);
  const canvas = document.createElement('canvas');
  const image = fitting((side, quality) => {
    const scale = Math.min(1, side / Math.max(picture.width, picture.height));
    canvas.width = Math.max(1, Math.round(picture.width * scale));
    canvas.height = Math.max(1, Math.round(picture.height * scale));
    canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
    return canvas.toDataURL('image/jpeg', quality);
  });
  picture.close();
  return image;
}

/** Photographs of a system’s build, as this browser keeps them. */
export function usePhotos(system: Ref<string>) {
  const photos = ref<StoredPhoto[]>([]);
  const trouble = ref('');
  async function load() {
    const kept = await store.photos(system.value);
    photos.value = storePart(kept, photos.value).value;
    if (!kept.ok) trouble.value = kept.message;
  }
  watch(system, () => void load(), { immediate: true });
  async function take(step: string, file: File) {
    trouble.value = '';
    let image: string | null;
    try {
      image = await small(file);
    } catch {
      trouble.value = `This browser cannot read ${file.name} as a picture. It was not saved.`;
      return;
    }
    if (image === null) {
      trouble.value = `${file.name} is too large, even after shrinking. It was not saved.`;
      return;
    }
    const photo: StoredPhoto = {
      id: `${system.value}/${step}/${nanoid(8)}`,
      system: system.value,
      step,
      taken: Date.now(),
      image,
    };
    photos.value = [...photos.value, photo];
    const kept = await store.keepPhotos([photo]);
    if (!kept.ok) trouble.value = kept.message;
  }
  async function drop(id: string) {
    const gone = await store.dropPhoto(id);
    if (gone.ok) photos.value = photos.value.filter((p) => p.id !== id);
    else trouble.value = gone.message;
  }
  return { photos, trouble, take, drop };
}
