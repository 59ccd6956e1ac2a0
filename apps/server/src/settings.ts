import { JOB_SECONDS } from '@alnage/contract';

/** Everything that can be set from outside, in one place; documented in docs/settings.md. */
export interface Settings {
  readonly host: string;
  readonly port: number;
  readonly tls: { readonly certPath: string; readonly keyPath: string } | null;
  readonly databaseUrl: string;
  /** The instant that the workshop's clock is set to at start, or null to let it run on. */
  readonly now: Date | null;
  readonly isDemoWanted: boolean;
  /** Folder of the built web application, or null to serve the API alone. */
  readonly webFolder: string | null;
  /** Seconds that a plan is bettered for where nobody says. */
  readonly planSeconds: number;
  /** How much faster than the machine’s the workshop’s clock runs: for practice and tests. */
  readonly clockRate: number;
}

export class SettingError extends Error {}

/** Reads the settings from the environment. @throws SettingError naming the variable and its value */
export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const databaseUrl = env['DATABASE_URL'];
  if (!databaseUrl) throw new SettingError('DATABASE_URL is not set; `npm start` sets it to its own cluster');
  const { ALNAGE_TLS_CERT: certPath, ALNAGE_TLS_KEY: keyPath } = env;
  if (!certPath !== !keyPath)
    throw new SettingError('ALNAGE_TLS_CERT and ALNAGE_TLS_KEY go together; only one of them is set');
  return {
    host: env['ALNAGE_HOST'] || '127.0.0.1',
    port: readPort(env['ALNAGE_PORT'] || '4310'),
    tls: certPath && keyPath ? { certPath, keyPath } : null,
    databaseUrl,
    now: readInstant(env['ALNAGE_NOW']),
    isDemoWanted: env['ALNAGE_DEMO'] !== 'off',
    webFolder: env['ALNAGE_WEB'] || null,
    planSeconds: readSeconds(env['ALNAGE_PLAN_SECONDS'] || '10'),
    clockRate: readRate(env['ALNAGE_SPEED'] || '1'),
  };
}

function readPort(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new SettingError(`ALNAGE_PORT is ${text}; it must be a whole number in 0..65535`);
  return port;
}

function readSeconds(text: string): number {
  const seconds = Number(text);
  const { min, max } = JOB_SECONDS;
  if (!Number.isInteger(seconds) || seconds < min || seconds > max)
    throw new SettingError(`ALNAGE_PLAN_SECONDS is ${text}; it must be a whole number in ${min}..${max}`);
  return seconds;
}

/** A day in under a minute is fast enough for anything. */
const RATE = { min: 1, max: 2000 };

function readRate(text: string): number {
  const rate = Number(text);
  if (!(rate >= RATE.min && rate <= RATE.max))
    throw new SettingError(`ALNAGE_SPEED is ${text}; it must be a number in ${RATE.min}..${RATE.max}`);
  return rate;
}

function readInstant(text: string | undefined): Date | null {
  if (!text) return null;
  const instant = new Date(text);
  if (Number.isNaN(instant.getTime()))
    throw new SettingError(`ALNAGE_NOW is ${text}; it must be an instant such as 2026-06-18T11:32:00+03:00`);
  return instant;
}
