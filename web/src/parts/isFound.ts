/** Whether what a filter asks for stands in one of these texts, in capitals or not. */
export function isFound(filter: string, texts: readonly (string | undefined)[]): boolean {
  const wanted = filter.trim().toLowerCase();
  return wanted === '' || texts.some((text) => text?.toLowerCase().includes(wanted));
}
