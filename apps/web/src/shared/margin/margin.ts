import { ChangeDetectionStrategy, Component, DestroyRef, ElementRef, inject } from '@angular/core';
import { Keys } from '../keys';
import { SlipPaper } from '../slip/slip-paper';
import { Slips } from '../slip/slips';

/** The right-hand column that answers why, why not, and what would change it. `.` moves into it and out again. */
@Component({
  selector: 'al-margin',
  imports: [SlipPaper],
  template: `
    <aside tabindex="0" aria-label="Margin">
      @if (slips.isInMargin()) {
        <al-slip />
      }
      <ng-content />
    </aside>
  `,
  styleUrl: './margin.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Margin {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly slips = inject(Slips);
  private before: HTMLElement | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(this.slips.marginShown());
    inject(Keys).bind({ key: '.', does: 'Into the margin and out', run: () => this.toggle() });
  }

  private toggle(): void {
    const aside = this.host.nativeElement.querySelector('aside')!;
    if (aside.contains(document.activeElement)) return this.before?.focus();
    this.before = document.activeElement as HTMLElement | null;
    aside.focus();
  }
}
