import { Directive } from '@angular/core';

/**
 * What was tapped, or chosen by hand from a list, within does not keep the focus, so that Space stays for the big button;
 * who came by keyboard keeps it.
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
