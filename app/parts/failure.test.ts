// @vitest-environment happy-dom
import { beforeEach, expect, it, test, vi } from 'vitest';
import { createApp, defineComponent } from 'vue';
import { failure, takeError } from './failure';

beforeEach(() => {
  failure.value = null;
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
});

it('an error while a component is drawn is a page that failed', () => {
  const broken = defineComponent(() => () => {
    throw new TypeError('vessels of nothing');
  });
  const app = createApp(broken);
  app.config.errorHandler = (error, _, info) => takeError(error, info);
  app.mount(document.createElement('div'));
  expect(failure.value).toMatchObject({ message: 'vessels of nothing' });
});

// As Vue names them in the built program, and in development.
test.each([
  ['https://vuejs.org/error-reference/#runtime-1', true],
  ['https://vuejs.org/error-reference/#runtime-15', true],
  ['https://vuejs.org/error-reference/#runtime-5', false],
  ['https://vuejs.org/error-reference/#runtime-11', false],
  ['setup function', true],
  ['native event handler', false],
])('%s: %s', (info, failed) => {
  takeError(new Error('x'), info);
  expect(failure.value !== null).toBe(failed);
});
