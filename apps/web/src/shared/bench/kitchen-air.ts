import type { Device } from '@alnage/contract';

/** What the air at a bench is like; null: nobody measures it. */
export interface BenchAir {
  readonly roomCelsius: number | null;
  /** In percent. */
  readonly humidity: number | null;
}

/** A room where nobody measures it, and air that is neither dry nor damp. Shop defaults. */
export const USUAL_ROOM = 20;
export const USUAL_HUMIDITY_PERCENT = 55;

/** The kitchen’s air, by the first device that measures it. */
export function airOf(devices: readonly Device[]): BenchAir {
  const last =
    devices.find(({ kind, zone = null, last }) => kind === 'climate' && zone === null && last.length > 0)
      ?.last ?? [];
  const told = (kind: 'celsius' | 'humidity'): number | null =>
    last.find((each) => each.kind === kind)?.value ?? null;
  return { roomCelsius: told('celsius'), humidity: told('humidity') };
}
