import { of } from 'rxjs';
import { later, PlacesLater } from './later';

describe('code for later', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    // browsers without it are asked by a timeout
    vi.stubGlobal('requestIdleCallback', undefined);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  test('is fetched once there is time, and again until the server answers', async () => {
    const load = vi
      .fn<() => Promise<string>>()
      .mockRejectedValueOnce(new Error('away'))
      .mockRejectedValueOnce(new Error('still away'))
      .mockResolvedValue('here');
    const heard: string[] = [];
    later(load).subscribe((value) => heard.push(value));
    expect(load).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(1000);
    expect(load).toHaveBeenCalledTimes(1);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(load).toHaveBeenCalledTimes(3);
    expect(heard).toEqual(['here']);
  });

  test('is not asked for again before there is a network', async () => {
    vi.stubGlobal('navigator', { onLine: false });
    const load = vi
      .fn<() => Promise<string>>()
      .mockRejectedValueOnce(new Error('cut'))
      .mockResolvedValue('here');
    const heard: string[] = [];
    later(load).subscribe((value) => heard.push(value));
    await vi.advanceTimersByTimeAsync(60_000);
    expect(load).toHaveBeenCalledTimes(1);
    window.dispatchEvent(new Event('online'));
    await vi.advanceTimersByTimeAsync(1000);
    expect(heard).toEqual(['here']);
  });

  test('is asked for when the browser says that it is idle, and not once nobody waits any more', async () => {
    let idle = (): void => undefined;
    vi.stubGlobal('requestIdleCallback', (come: () => void) => ((idle = come), 7));
    const cancelled = vi.fn();
    vi.stubGlobal('cancelIdleCallback', cancelled);
    const load = vi.fn(() => of('here'));
    later(load).subscribe().unsubscribe();
    expect(cancelled).toHaveBeenCalledWith(7);
    later(load).subscribe();
    expect(load).not.toHaveBeenCalled();
    idle();
    expect(load).toHaveBeenCalledTimes(1);
  });

  test('of the other places leaves the network to the first one for seconds', async () => {
    const load = vi.fn(() => of('a place'));
    new PlacesLater().preload({}, load).subscribe();
    await vi.advanceTimersByTimeAsync(2500);
    expect(load).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(1000);
    expect(load).toHaveBeenCalledTimes(1);
  });
});
