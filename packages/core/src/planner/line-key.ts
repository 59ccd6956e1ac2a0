/** The key of an order's line for one product, in maps of lines. */
export function lineKey(order: string, product: string): string {
  return JSON.stringify([order, product]);
}
