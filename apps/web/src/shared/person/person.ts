import type { HttpInterceptorFn } from '@angular/common/http';
import { signal } from '@angular/core';

const KEY = 'alnage.person';
/** By this header the server is told who is at the screen. */
const HEADER = 'x-alnage-person';

const here = signal<string | null>(localStorage.getItem(KEY));

/** Who is at this screen, by id; null until somebody says so. It stays on the device until there are accounts. */
export const personHere = here.asReadonly();

export function choosePerson(id: string | null): void {
  here.set(id);
  if (id === null) localStorage.removeItem(KEY);
  else localStorage.setItem(KEY, id);
}

/** Says with every call who is at this screen. */
export const tellPerson: HttpInterceptorFn = (request, next) => {
  const id = personHere();
  return next(id === null ? request : request.clone({ setHeaders: { [HEADER]: id } }));
};
