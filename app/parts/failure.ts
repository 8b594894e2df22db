import { shallowRef } from 'vue';

/** What stopped a page from being drawn; nothing while all is drawn. */
export const failure = shallowRef<unknown>(null);

/** Where an error stops the drawing of a page, as Vue names it in development and in the built program. */
const DRAWING = /(setup function|render function|component update|runtime-(0|1|15))$/;

/** Takes an error that a component let out: one while a page is drawn ends in a page with words. */
export function takeError(error: unknown, info: string): void {
  console.error(error);
  if (DRAWING.test(info)) failure.value = error;
}
