/** What jsdom lacks and the interface needs. */
class NoResize {
  observe(): void {}
  unobserve(): void {}
  disconnect(): void {}
}

Object.assign(globalThis, { ResizeObserver: NoResize });
HTMLElement.prototype.scrollIntoView = () => undefined;
HTMLElement.prototype.setPointerCapture = () => undefined;
