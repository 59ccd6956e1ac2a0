import { Directive } from '@angular/core';

/**
 * What was tapped within does not keep the focus, so that Space stays for the big button; who came by keyboard keeps it.
 */
@Directive({ selector: '[alLetGo]', host: { '(click)': 'letGo($event)' } })
export class LetGo {
  protected letGo({ detail }: MouseEvent): void {
    const { activeElement } = document;
    if (detail > 0 && activeElement instanceof HTMLButtonElement) activeElement.blur();
  }
}
