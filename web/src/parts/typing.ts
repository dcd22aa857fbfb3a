/** Whether a key goes into a field, so that it is a letter and no command. */
export function isTyping(event: KeyboardEvent): boolean {
  const at = event.target as HTMLElement;
  return at.matches('input, textarea, [contenteditable=true], [role=gridcell]') || at.closest('.cm-editor') !== null;
}
