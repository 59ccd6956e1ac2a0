import { SimulatedTerminalState } from '@alnage/contract';
import type { App } from '../../platform/http/app-type';

const tags = ['simulated devices'];

/** How the simulated card terminal answers from now on, to try what then happens at the counter. */
export function addSimulatedTerminal(app: App): void {
  const { terminal } = app;
  const schema = { tags, response: { 200: SimulatedTerminalState } };

  app.get('/api/simulated/terminal', { schema }, () => ({ manner: terminal.manner }));

  app.put('/api/simulated/terminal', { schema: { ...schema, body: SimulatedTerminalState } }, (request) => {
    terminal.manner = request.body.manner;
    return { manner: terminal.manner };
  });
}
