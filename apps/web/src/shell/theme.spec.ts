import { TestBed } from '@angular/core/testing';
import { Theme } from './theme';

/** A device whose own colours are these, and can change. */
function device(matches: boolean) {
  const listeners = new Set<() => void>();
  const query = {
    matches,
    addEventListener: (_: string, listen: () => void) => listeners.add(listen),
    removeEventListener: (_: string, listen: () => void) => listeners.delete(listen),
  };
  vi.stubGlobal('matchMedia', () => query);
  return {
    turn(isDark: boolean): void {
      query.matches = isDark;
      for (const listen of listeners) listen();
    },
  };
}

describe('the colours', () => {
  beforeEach(() => localStorage.clear());
  afterEach(() => {
    localStorage.clear();
    vi.unstubAllGlobals();
  });

  test('follow the device, also when it turns dark in the evening', () => {
    const { turn } = device(false);
    const theme = TestBed.inject(Theme);
    expect(theme.isEvening()).toBe(false);
    turn(true);
    expect(theme.isEvening()).toBe(true);
    TestBed.tick();
    expect(document.documentElement.dataset['theme']).toBe('evening');
  });

  test('stay as somebody chose them, whatever the device does', () => {
    const { turn } = device(true);
    const theme = TestBed.inject(Theme);
    theme.toggle();
    expect(theme.isEvening()).toBe(false);
    turn(true);
    expect(theme.isEvening()).toBe(false);
    expect(localStorage.getItem('alnage.theme')).toBe('day');
  });

  test('are those of day where a device says nothing', () => {
    vi.stubGlobal('matchMedia', undefined);
    expect(TestBed.inject(Theme).isEvening()).toBe(false);
  });
});
