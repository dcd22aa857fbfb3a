/** Whether a key, or what is pasted, goes into a field, so that it is no command. */
export function isTyping(event: Event): boolean {
  const at = event.target as HTMLElement;
  return at.matches('input, textarea, [contenteditable=true], [role=gridcell]') || at.closest('.cm-editor') !== null;
}
