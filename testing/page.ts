import React from 'react';
import { TextDecoder, TextEncoder } from 'node:util';

/** What jsdom lacks and the interface needs: a size for everything, and what depends on it. */
const SIZE = { clientWidth: 640, clientHeight: 240, offsetWidth: 640, offsetHeight: 240 };
for (const [name, value] of Object.entries(SIZE))
  Object.defineProperty(HTMLElement.prototype, name, { configurable: true, get: () => value });

/** Tells the size once, as a browser does when it begins to watch. */
class OneSize implements ResizeObserver {
  constructor(private readonly tell: ResizeObserverCallback) {}
  observe(target: Element): void {
    const contentRect = { x: 0, y: 0, width: SIZE.clientWidth, height: SIZE.clientHeight } as DOMRectReadOnly;
    this.tell([{ target, contentRect } as ResizeObserverEntry], this);
  }
  unobserve(): void {}
  disconnect(): void {}
}

Object.assign(globalThis, { ResizeObserver: OneSize, TextEncoder, TextDecoder });
HTMLElement.prototype.scrollIntoView = () => undefined;
Element.prototype.scrollTo = function (this: Element, to?: ScrollToOptions | number) {
  if (typeof to !== 'object') return;
  this.scrollTop = to.top ?? this.scrollTop;
  this.dispatchEvent(new Event('scroll'));
};
Element.prototype.setPointerCapture = () => undefined;

/** Pointer events with a place and a button; jsdom has mouse events only. */
class Pointer extends MouseEvent {
  readonly pointerId: number;
  constructor(type: string, { pointerId = 1, ...mouse }: PointerEventInit = {}) {
    super(type, mouse);
    this.pointerId = pointerId;
  }
}
Object.assign(globalThis, { PointerEvent: Pointer });

// There is nothing to draw on; without this every look for it is told as an error.
HTMLCanvasElement.prototype.getContext = () => null;

// A wide screen with light and a pointer, and less motion: what closes is gone at once, and not drawn again with all that follows.
globalThis.matchMedia = (media) => {
  const nothing = () => undefined;
  return {
    matches: !/max-width|dark|coarse/.test(media),
    media,
    addEventListener: nothing,
    removeEventListener: nothing,
    addListener: nothing,
    removeListener: nothing,
  } as unknown as MediaQueryList;
};

/*
 * While it develops, React keeps the stack of every element that is made, for its messages: half of a test's time. It
 * stops at ten thousand a second; here at none.
 */
const inside = (React as unknown as Record<string, { recentlyCreatedOwnerStacks: number }>)[
  '__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE'
]!;
Object.defineProperty(inside, 'recentlyCreatedOwnerStacks', { get: () => Infinity, set: () => undefined });
