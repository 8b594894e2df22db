import { nanoid } from 'nanoid';
import { ref, watch, type Ref } from 'vue';
import { store, type StoredPhoto } from '../../storage/db';

/** Longest side of a kept photograph, px, and how far it is compressed. */
const SIDE = 1280;
const QUALITY = 0.8;

/** A photograph made small, as a JPEG data address. @throws Error where it is no picture */
async function small(file: Blob): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas.toDataURL('image/jpeg', QUALITY);
}

/** Photographs of a system’s build, as this browser keeps them. */
export function usePhotos(system: Ref<string>) {
  const photos = ref<StoredPhoto[]>([]);
  const trouble = ref('');
  async function load() {
    const kept = await store.photos(system.value);
    if (kept.ok) photos.value = kept.value;
    else trouble.value = kept.message;
  }
  watch(system, () => void load(), { immediate: true });
  async function take(step: string, file: File) {
    trouble.value = '';
    let image: string;
    try {
      image = await small(file);
    } catch {
      trouble.value = `${file.name} is no picture that this browser reads. Nothing was kept of it.`;
      return;
    }
    const photo: StoredPhoto = {
      id: `${system.value}/${step}/${nanoid(8)}`,
      system: system.value,
      step,
      taken: Date.now(),
      image,
    };
    const kept = await store.keepPhotos([photo]);
    if (kept.ok) photos.value = [...photos.value, photo];
    else trouble.value = kept.message;
  }
  async function drop(id: string) {
    const gone = await store.dropPhoto(id);
    if (gone.ok) photos.value = photos.value.filter((p) => p.id !== id);
    else trouble.value = gone.message;
  }
  return { photos, trouble, take, drop };
}
