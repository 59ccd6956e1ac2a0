import type { Order, OrderPage, Piece, ProblemDocument, Workshop } from '@alnage/contract';
import type { App } from '../platform/http/app-type';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/** Sends a body and reads the answer, whatever its status. */
export async function ask<T>(
  app: App,
  [method, url]: readonly [Method, string],
  payload?: unknown,
  headers: Readonly<Record<string, string>> = {},
): Promise<{ status: number; body: T & ProblemDocument }> {
  const response = await app.inject({
    method,
    url,
    ...{ headers, ...(payload !== undefined && { payload: payload as object }) },
  });
  const body = response.body === '' ? {} : response.json<T & ProblemDocument>();
  return { status: response.statusCode, body: body as T & ProblemDocument };
}

export async function workshopOf(app: App): Promise<Workshop> {
  return (await app.inject('/api/workshop')).json<Workshop>();
}

/** All orders of the season. */
export async function ordersOf(app: App): Promise<Order[]> {
  return (await app.inject('/api/orders?limit=2000')).json<OrderPage>().orders;
}

export async function piecesOf(app: App): Promise<Piece[]> {
  return (await app.inject('/api/pieces')).json<Piece[]>();
}

/** A piece of the workshop as a draft, with another name, and with what the test wants otherwise. */
export async function pieceDraft(app: App, id: string, change: Record<string, unknown> = {}) {
  const piece = (await piecesOf(app)).find((each) => each.id === id)!;
  const { id: _id, version: _version, ...draft } = piece;
  return { ...draft, name: 'A new piece', ...change };
}
