import { inject, Injectable } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { firstValueFrom } from 'rxjs';

/** What is typed and not saved: asked about before it is left, whichever way that is. */
@Injectable({ providedIn: 'root' })
export class Unsaved {
  private readonly dialog = inject(MatDialog);
  private readonly open = new Set<() => string>();

  constructor() {
    window.addEventListener('beforeunload', (event) => {
      if (this.isTyped()) event.preventDefault();
    });
  }

  /** Watches a form: `what` names it while something typed in it is not saved, and is '' else. Gives back how it ends. */
  watch(what: () => string): () => void {
    this.open.add(what);
    return () => void this.open.delete(what);
  }

  /** Whether something is typed and not saved. */
  isTyped(): boolean {
    return this.named() !== '';
  }

  /** Whether it can be left: at once where nothing is typed, else as somebody says. */
  async canLeave(): Promise<boolean> {
    const what = this.named();
    if (what === '') return true;
    const { LeaveDialog } = await import('./leave-dialog');
    const answer = this.dialog.open<unknown, string, boolean>(LeaveDialog, { data: what, width: '420px' });
    return (await firstValueFrom(answer.afterClosed())) === true;
  }

  private named(): string {
    for (const what of this.open) {
      const name = what();
      if (name !== '') return name;
    }
    return '';
  }
}

/** Asks before a place is left in which something is typed and not saved. */
export const askBeforeLeaving = (): Promise<boolean> => inject(Unsaved).canLeave();
