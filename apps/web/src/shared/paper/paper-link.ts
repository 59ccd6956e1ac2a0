import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';

/** A paper to print, and to look at first. */
@Component({
  selector: 'al-paper',
  imports: [MatButtonModule],
  template: `
    <span>{{ name() }}</span>
    <button matButton="outlined" type="button" [attr.aria-label]="'Preview: ' + name()" (click)="preview()">
      Preview
    </button>
    <a matButton="outlined" target="_blank" [attr.aria-label]="'Print: ' + name()" [href]="href()">Print</a>
  `,
  styles: `
    :host {
      display: flex;
      align-items: center;
      gap: 6px;
      margin-bottom: 6px;
    }
    span {
      flex: 1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PaperLink {
  readonly href = input.required<string>();
  readonly name = input.required<string>();
  private readonly dialogs = inject(MatDialog);

  /** What draws it is loaded only then. */
  protected async preview(): Promise<void> {
    const { PaperDialog } = await import('./paper-dialog');
    this.dialogs.open(PaperDialog, {
      data: { href: this.href(), title: this.name() },
      ...{ width: '920px', maxWidth: '96vw' },
    });
  }
}
