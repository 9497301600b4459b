/** Where a pointer is on an element that is laid out so many pixels wide, whatever it is scaled by on the page. */
export function ownPoint(
  element: Element,
  { clientX, clientY }: { readonly clientX: number; readonly clientY: number },
  width: number,
): { x: number; y: number } {
  const box = element.getBoundingClientRect();
  const ratio = box.width / width || 1;
  return { x: (clientX - box.left) / ratio, y: (clientY - box.top) / ratio };
}
