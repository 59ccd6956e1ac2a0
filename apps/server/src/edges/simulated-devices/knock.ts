/** A door as a device knocks at it: path, token, and what it says. */
export type Knock = (
  method: 'GET' | 'POST',
  path: string,
  message: { readonly token: string; readonly body?: object },
) => Promise<unknown>;
