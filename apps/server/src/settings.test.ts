import { describe, expect, test } from 'vitest';
import { readSettings, SettingError } from './settings';

const DATABASE_URL = 'postgres://alnage@127.0.0.1:5432/alnage';

describe('settings', () => {
  test('have defaults for all but the database', () => {
    expect(readSettings({ DATABASE_URL })).toEqual({
      host: '127.0.0.1',
      port: 4310,
      tls: null,
      databaseUrl: DATABASE_URL,
      now: null,
      isDemoWanted: true,
      planSeconds: 10,
      clockRate: 1,
      webFolder: null,
    });
  });

  test('are read from the environment', () => {
    const env = {
      DATABASE_URL,
      ALNAGE_PORT: '0',
      ALNAGE_DEMO: 'off',
      ALNAGE_NOW: '2026-06-18T11:32:00+03:00',
      ALNAGE_TLS_CERT: 'c',
      ALNAGE_TLS_KEY: 'k',
    };
    expect(readSettings(env)).toMatchObject({
      port: 0,
      isDemoWanted: false,
      now: new Date('2026-06-18T08:32:00Z'),
      tls: { certPath: 'c', keyPath: 'k' },
    });
  });

  test.each<[string, NodeJS.ProcessEnv, string]>([
    ['no database', {}, 'DATABASE_URL'],
    ['a port that is none', { DATABASE_URL, ALNAGE_PORT: 'web' }, 'ALNAGE_PORT is web'],
    ['a port that is too high', { DATABASE_URL, ALNAGE_PORT: '70000' }, 'ALNAGE_PORT is 70000'],
    ['an instant that is none', { DATABASE_URL, ALNAGE_NOW: 'Thursday' }, 'ALNAGE_NOW is Thursday'],
    ['no time to plan', { DATABASE_URL, ALNAGE_PLAN_SECONDS: '0' }, 'ALNAGE_PLAN_SECONDS is 0'],
    ['a clock that stands', { DATABASE_URL, ALNAGE_SPEED: '0' }, 'ALNAGE_SPEED is 0'],
    ['a clock that is none', { DATABASE_URL, ALNAGE_SPEED: 'fast' }, 'ALNAGE_SPEED is fast'],
    ['half a second', { DATABASE_URL, ALNAGE_PLAN_SECONDS: '0.5' }, 'ALNAGE_PLAN_SECONDS is 0.5'],
    ['a certificate without its key', { DATABASE_URL, ALNAGE_TLS_CERT: 'c' }, 'ALNAGE_TLS_KEY'],
  ])('with %s are refused by name and value', (_name, env, text) => {
    expect(() => readSettings(env)).toThrow(SettingError);
    expect(() => readSettings(env)).toThrow(text);
  });
});
