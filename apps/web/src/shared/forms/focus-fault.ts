import { afterNextRender, ElementRef, inject, Injector } from '@angular/core';

/** Brings whoever types to the first field of this component, or the first group of fields, that says what is wrong. */
export function faultFocus(): () => void {
  const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  const injector = inject(Injector);
  const fault = (): HTMLElement | null =>
    host.querySelector<HTMLElement>('[aria-invalid="true"]') ??
    host.querySelector<HTMLElement>('fieldset:has([role="alert"]) input');
  return () => void afterNextRender(() => fault()?.focus(), { injector });
}
