/** What people call a record of a list; its id where it is gone by now. */
export function nameOf(list: readonly { readonly id: string; readonly name: string }[], id: string): string {
  return list.find((each) => each.id === id)?.name ?? id;
}
