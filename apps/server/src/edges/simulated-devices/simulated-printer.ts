import type { LabelView, PrinterManner, PrinterTrouble } from '@alnage/contract';
import type { DataSource } from 'typeorm';
import { DeviceEntity, SimulatedPaperEntity, SimulatedPrinterEntity } from '../../store/work/device.entity';
import type { Knock } from './knock';

/** So many labels it prints in a second or so. */
const AT_ONCE = 4;

const TROUBLE_OF: Partial<Record<PrinterManner, PrinterTrouble>> = { jams: 'jam', out: 'out' };

/** How the simulated printer behaves; it prints where nobody chose otherwise. */
export async function mannerOf(db: DataSource, device: string): Promise<PrinterManner> {
  const kept = await db.manager.findOneBy(SimulatedPrinterEntity, { deviceId: device });
  return kept?.manner ?? 'prints';
}

/** The simulated printer of a workshop; null where it has none. */
export function simulatedPrinter(db: DataSource): Promise<DeviceEntity | null> {
  return db.manager.findOneBy(DeviceEntity, { kind: 'printer', isSimulated: true });
}

/**
 * A printer’s turn: it says what it lacks, or fetches some labels and prints them. What came out of it lies in its tray (a table), so that it
 * prints nothing twice where it could not say that it had, or was switched off meanwhile.
 */
export async function printerTurn(
  { db, knock, now }: { readonly db: DataSource; readonly knock: Knock; readonly now: Date },
  { device, token }: { readonly device: string; readonly token: string },
): Promise<void> {
  const manner = await mannerOf(db, device);
  if (manner === 'away') return;
  const trouble = TROUBLE_OF[manner] ?? null;
  await knock('POST', '/api/printer/state', { token, body: { trouble } });
  if (trouble !== null) return;
  const labels = (await knock('GET', '/api/printer/labels', { token })) as LabelView[];
  for (const { id } of labels.slice(0, AT_ONCE)) {
    await db.manager
      .createQueryBuilder()
      .insert()
      .into(SimulatedPaperEntity)
      .values({ labelId: id, at: now })
      .orIgnore()
      .execute();
    if (manner !== 'mute') await knock('POST', `/api/printer/labels/${id}/printed`, { token });
  }
}
