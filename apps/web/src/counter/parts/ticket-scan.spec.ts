import { render } from '../../testing/render';
import { TicketScan } from './ticket-scan';

function camera(getUserMedia: () => Promise<MediaStream>): void {
  Object.defineProperty(navigator, 'mediaDevices', { value: { getUserMedia }, configurable: true });
}

describe('the camera at the counter', () => {
  afterEach(() => Reflect.deleteProperty(navigator, 'mediaDevices'));

  test.each([
    ['NotAllowedError', 'The camera is not allowed here.'],
    ['NotFoundError', 'This device has no camera. Type the ticket.'],
    ['NotReadableError', 'another program may have it'],
  ])('that fails with %s is told with what to do instead', async (name, text) => {
    camera(() => Promise.reject(new DOMException('no', name)));
    const page = await render(TicketScan);
    expect(page.page.querySelector('[role=alert]')!.textContent).toContain(text);
  });

  test('goes out when it is closed, even before it was on', async () => {
    let stopped = 0;
    let open!: (stream: MediaStream) => void;
    camera(() => new Promise((resolve) => (open = resolve)));
    const page = await render(TicketScan);
    page.fixture.destroy();
    open({ getTracks: () => [{ stop: () => (stopped += 1) }] } as unknown as MediaStream);
    await Promise.resolve();
    expect(stopped).toBe(1);
  });
});
