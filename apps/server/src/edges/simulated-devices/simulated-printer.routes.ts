import { SimulatedPrinterState, SimulatedPrinterView } from '@alnage/contract';
import type { App } from '../../platform/http/app-type';
import { ProblemError } from '../../platform/http/problem-error';
import { SimulatedPrinterEntity } from '../../store/work/device.entity';
import { mannerOf, simulatedPrinter } from './simulated-printer';

const tags = ['simulated devices'];
const TRAY_SHOWN = 50;

/** How the simulated label printer behaves from now on, and what lies in its tray. */
export function addSimulatedPrinter(app: App): void {
  const { db } = app;
  const requirePrinter = async (): Promise<string> => {
    const printer = await simulatedPrinter(db);
    if (!printer) throw new ProblemError('no-printer');
    return printer.id;
  };
  const view = async (printer: string): Promise<SimulatedPrinterView> => {
    const tray = await db.query<{ label: string; title: string; at: Date }[]>(
      `select p.label_id as label, l.title, p.at from simulated_paper p join label l on l.id = p.label_id
       order by p.at desc, l.title limit $1`,
      [TRAY_SHOWN],
    );
    return {
      manner: await mannerOf(db, printer),
      tray: tray.map(({ label, title, at }) => ({ label, title, at: at.toISOString() })),
    };
  };
  const schema = { tags, response: { 200: SimulatedPrinterView } };

  app.get('/api/simulated/printer', { schema }, async () => view(await requirePrinter()));

  app.put(
    '/api/simulated/printer',
    { schema: { ...schema, body: SimulatedPrinterState } },
    async ({ body: { manner } }) => {
      const deviceId = await requirePrinter();
      await db.manager.save(SimulatedPrinterEntity, { deviceId, manner });
      return view(deviceId);
    },
  );
}
