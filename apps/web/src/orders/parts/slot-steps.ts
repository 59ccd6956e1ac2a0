/** Slots in rows of days and columns of times; null where a day has none. */
export type SlotRows = readonly (readonly (string | null)[])[];

/**
 * Where a key leads from a slot: left and right along the day, up and down to the nearest time of another day, Home and End to the
 * ends of the day. Null where it leads nowhere.
 */
export function nextSlot(rows: SlotRows, from: string, key: string): string | null {
  const row = rows.findIndex((cells) => cells.includes(from));
  const column = rows[row]?.indexOf(from) ?? -1;
  if (column < 0) return null;
  const cells = rows[row]!;
  switch (key) {
    case 'ArrowRight':
      return first(cells.slice(column + 1));
    case 'ArrowLeft':
      return first(cells.slice(0, column).reverse());
    case 'Home':
      return first(cells);
    case 'End':
      return first([...cells].reverse());
    case 'ArrowDown':
      return nearest(rows.slice(row + 1), column);
    case 'ArrowUp':
      return nearest(rows.slice(0, row).reverse(), column);
    default:
      return null;
  }
}

function first(cells: readonly (string | null)[]): string | null {
  return cells.find((cell) => cell !== null) ?? null;
}

/** The slot of the first row that has any, whose column is nearest. */
function nearest(rows: SlotRows, column: number): string | null {
  const row = rows.find((cells) => cells.some((cell) => cell !== null));
  const there = (row ?? []).flatMap((slot, index) =>
    slot === null ? [] : [{ slot, away: Math.abs(index - column) }],
  );
  return there.sort((a, b) => a.away - b.away)[0]?.slot ?? null;
}
