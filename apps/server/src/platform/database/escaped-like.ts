/** A text in which no sign stands for others in a `like`. */
export function escapedLike(text: string): string {
  return text.replace(/[\\%_]/g, (sign) => `\\${sign}`);
}
