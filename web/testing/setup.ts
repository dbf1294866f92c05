import { cleanup, configure } from '@testing-library/react';
import { afterEach, vi } from 'vitest';

/** Before each file of tests of the web: files share their modules, and leave nothing behind for each other. */
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});
// a busy machine is waited for; the whole page in a failure says less than its words
configure({
  asyncUtilTimeout: 15_000,
  defaultHidden: true,
  getElementError: (message) => new Error(`${message}\n${document.body.textContent}`),
});

// names are looked up by asking every element's style of all rules of all sheets, which takes most of a test's time
window.getComputedStyle = (element) => (element as HTMLElement).style;

// jsdom finds the labels of a field by asking every label of the page for the field it belongs to
for (const { prototype } of [HTMLInputElement, HTMLTextAreaElement, HTMLSelectElement, HTMLButtonElement])
  Object.defineProperty(prototype, 'labels', {
    get(this: HTMLElement) {
      const named = this.id ? document.querySelectorAll(`label[for="${this.id}"]`) : [];
      const around = this.closest('label:not([for])');
      return around ? [...named, around] : [...named];
    },
  });
