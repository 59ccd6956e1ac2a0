import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';

/** Asks whether what is typed may go. */
@Component({
  imports: [MatDialogModule, MatButtonModule],
  template: `
    <h2 mat-dialog-title>Not saved yet</h2>
    <mat-dialog-content>
      <p>What you typed of {{ what }} is lost if you leave it now.</p>
    </mat-dialog-content>
    <mat-dialog-actions>
      <button matButton="outlined" [mat-dialog-close]="true">Leave without saving</button>
      <button matButton="filled" [mat-dialog-close]="false" cdkFocusInitial>Go on typing</button>
    </mat-dialog-actions>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LeaveDialog {
  protected readonly what = inject<string>(MAT_DIALOG_DATA);
}
