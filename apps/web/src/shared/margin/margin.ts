import { ChangeDetectionStrategy, Component, ElementRef, inject } from '@angular/core';
import { Keys } from '../keys';

/** The right-hand column that answers why, why not, and what would change it. `.` moves into it and out again. */
@Component({
  selector: 'al-margin',
  template: `<aside tabindex="0" aria-label="Margin"><ng-content /></aside>`,
  styleUrl: './margin.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Margin {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private before: HTMLElement | null = null;

  constructor() {
    inject(Keys).bind({ key: '.', does: 'Into the margin and out', run: () => this.toggle() });
  }

  private toggle(): void {
    const aside = this.host.nativeElement.querySelector('aside')!;
    if (aside.contains(document.activeElement)) return this.before?.focus();
    this.before = document.activeElement as HTMLElement | null;
    aside.focus();
  }
}
