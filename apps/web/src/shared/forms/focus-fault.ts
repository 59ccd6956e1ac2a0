import { afterNextRender, ElementRef, inject, Injector } from '@angular/core';

/** Brings whoever types to the first field of this component that says what is wrong with it. */
export function faultFocus(): () => void {
  const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  const injector = inject(Injector);
  return () =>
    void afterNextRender(() => host.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus(), {
      injector,
    });
}
