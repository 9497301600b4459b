'use client';
import { useEffect, useState, type RefCallback } from 'react';

/** Whether an element is, or was, in view: what is worked out for it can wait until then. */
export function useInView<E extends Element>(): [RefCallback<E>, boolean] {
  const [element, setElement] = useState<E | null>(null);
  const [isSeen, setSeen] = useState(false);
  useEffect(() => {
    if (!element || isSeen) return;
    const observer = new IntersectionObserver((entries) => {
      if (entries.some((entry) => entry.isIntersecting)) setSeen(true);
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, [element, isSeen]);
  return [setElement, isSeen];
}
