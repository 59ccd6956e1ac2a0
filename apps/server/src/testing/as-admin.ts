import pg from 'pg';

/** Does something on a connection of its own to the database of this address. */
export async function asAdmin<T>(url: string, work: (admin: pg.Client) => Promise<T>): Promise<T> {
  const admin = new pg.Client({ connectionString: url });
  await admin.connect();
  try {
    return await work(admin);
  } finally {
    await admin.end();
  }
}
