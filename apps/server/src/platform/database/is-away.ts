/** What PostgreSQL and the network say where the database is stopping, starting or gone. */
const AWAY = /^(57P0[1-3]|08\w{3}|ECONN(REFUSED|RESET)|EPIPE|ETIMEDOUT)$/;
const CUT = /^Connection terminated|server closed the connection/;

/** Whether something failed because the database is not there, now or since it began. */
export function isAway(error: unknown): boolean {
  const { driverError } = error as { driverError?: unknown };
  const { code, message } = (driverError ?? error) as { code?: unknown; message?: unknown };
  return (
    AWAY.test(typeof code === 'string' ? code : '') || CUT.test(typeof message === 'string' ? message : '')
  );
}
