import { Directive } from '@angular/core';

/**
 * What is tapped inside it, or chosen by hand from a list, does not keep the focus, so that Space stays with
 * the big button; whoever came by keyboard keeps it.
 */
@Directive({
  selector: '[alLetGo]',
  host: {
    '(pointerdown)': 'isByHand = true',
    '(keydown)': 'isByHand = false',
    '(click)': 'tapped($event)',
    '(change)': 'chosen()',
  },
})
export class LetGo {
  protected isByHand = false;

  protected tapped({ detail }: MouseEvent): void {
    const { activeElement } = document;
    if (detail > 0 && activeElement instanceof HTMLButtonElement) activeElement.blur();
  }

  protected chosen(): void {
    const { activeElement } = document;
    if (this.isByHand && activeElement instanceof HTMLSelectElement) activeElement.blur();
  }
}
