import { HttpClient, provideHttpClient, withInterceptors } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { LiveActions } from './live.state';
import { troubleOf } from './problem';
import { RecordActions, recordsFeature } from './records.state';
import { isWaiting, patiently, watchCalls } from './slow-calls';

describe('a server that hangs', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    TestBed.configureTestingModule({
      providers: [provideHttpClient(withInterceptors([watchCalls])), provideHttpClientTesting()],
    });
  });
  afterEach(() => vi.useRealTimers());

  const ask = (method: 'GET' | 'POST', options = {}): { code: string; answer: string } => {
    const told = { code: '', answer: '' };
    TestBed.inject(HttpClient)
      .request<string>(method, '/api/x', options)
      .subscribe({
        next: (answer) => (told.answer = answer),
        error: (error: unknown) => (told.code = troubleOf(error).code),
      });
    return told;
  };

  test('is told to be waited for after 3 s, and what was to be changed is given back after 20', () => {
    const told = ask('POST');
    vi.advanceTimersByTime(2900);
    expect(isWaiting()).toBe(false);
    vi.advanceTimersByTime(200);
    expect(isWaiting()).toBe(true);
    expect(told.code).toBe('');
    vi.advanceTimersByTime(17_000);
    expect(told.code).toBe('no-answer');
    expect(isWaiting()).toBe(false);
    expect(TestBed.inject(HttpTestingController).expectOne('/api/x').cancelled).toBe(true);
  });

  test('is waited for by what is only read, and by what is known to take long', () => {
    const read = ask('GET');
    const list = ask('POST', patiently());
    vi.advanceTimersByTime(60_000);
    expect([read.code, list.code, isWaiting()]).toEqual(['', '', true]);
    for (const request of TestBed.inject(HttpTestingController).match('/api/x')) request.flush('there');
    expect([read.answer, list.answer, isWaiting()]).toEqual(['there', 'there', false]);
  });

  test('that answers in time is no trouble', () => {
    const told = ask('POST');
    vi.advanceTimersByTime(1000);
    TestBed.inject(HttpTestingController).expectOne('/api/x').flush('there');
    vi.advanceTimersByTime(60_000);
    expect([told.answer, told.code, isWaiting()]).toEqual(['there', '', false]);
  });
});

describe('what could not be saved', () => {
  const failed = (code: 'no-connection' | 'no-answer') => {
    const state = recordsFeature.reducer(
      undefined,
      RecordActions.saveFailed({ trouble: { code, errors: [] } }),
    );
    return recordsFeature.reducer(state, LiveActions.connectionBack()).trouble;
  };

  test('goes from sight once the network is back, but not where it may have been taken', () => {
    expect(failed('no-connection')).toBeNull();
    expect(failed('no-answer')).toEqual({ code: 'no-answer', errors: [] });
  });
});
