/** A text with the wildcards of `like` escaped. */
export function escapedLike(text: string): string {
  return text.replace(/[\\%_]/g, (sign) => `\\${sign}`);
}
