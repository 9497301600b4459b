/** Whether a key belongs to a field that is typed into. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  if (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName)) return true;
  return target instanceof HTMLInputElement && !['checkbox', 'radio'].includes(target.type);
}
