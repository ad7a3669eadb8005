import '@testing-library/jest-dom/vitest';
import 'fake-indexeddb/auto';

// What jsdom lacks and the components ask for.
HTMLDialogElement.prototype.showModal ??= function (this: HTMLDialogElement) {
  this.open = true;
};
HTMLDialogElement.prototype.close ??= function (this: HTMLDialogElement) {
  this.open = false;
  this.dispatchEvent(new Event('close'));
};
globalThis.ResizeObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
globalThis.IntersectionObserver ??= class {
  observe() {}
  unobserve() {}
  disconnect() {}
} as unknown as typeof IntersectionObserver;
// A large screen of someone who wants nothing to move.
window.matchMedia ??= (query) =>
  ({
    matches: query.includes('reduced-motion'),
    addEventListener() {},
    removeEventListener() {},
  }) as unknown as MediaQueryList;
