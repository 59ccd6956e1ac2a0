import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule } from '@angular/material/dialog';
import { from, switchMap } from 'rxjs';
import { PapersApi } from '../../state/papers-api';
import { troubleOf } from '../../state/problem';
import { troubleText } from '../problem-text';
import { DrawnPdf } from './drawn-pdf';

export interface Paper {
  readonly href: string;
  readonly title: string;
}

/** No sheet is shown wider than this. */
const WIDEST = 860;

/** A paper as it will print, page by page. */
@Component({
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title>{{ paper.title }}</h2>
    <mat-dialog-content tabindex="0" role="group" aria-label="As it will print">
      @if (trouble(); as text) {
        <p class="note over" role="alert">{{ text }}</p>
      } @else if (pages() === 0) {
        <p class="soft" role="status">It is being set …</p>
      }
      <canvas #sheet role="img" [attr.aria-label]="text()" [hidden]="pages() === 0"></canvas>
    </mat-dialog-content>
    <mat-dialog-actions>
      @if (pages() > 1) {
        <button matButton="outlined" type="button" [disabled]="page() === 1" (click)="turn(-1)">
          Before
        </button>
        <span class="figure" role="status">{{ page() }} of {{ pages() }}</span>
        <button matButton="outlined" type="button" [disabled]="page() === pages()" (click)="turn(1)">
          Next
        </button>
      }
      <a matButton="outlined" target="_blank" [href]="paper.href">Print</a>
      <button matButton="filled" mat-dialog-close>Close</button>
    </mat-dialog-actions>
  `,
  styles: `
    canvas {
      display: block;
      margin: 0 auto;
      background: #fff;
      box-shadow: 0 0 0 1px var(--rule);
    }
    canvas[hidden] {
      display: none;
    }
    mat-dialog-actions {
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PaperDialog {
  protected readonly paper = inject<Paper>(MAT_DIALOG_DATA);
  private readonly sheet = viewChild.required<ElementRef<HTMLCanvasElement>>('sheet');
  private readonly pdf = signal<DrawnPdf | null>(null);
  protected readonly page = signal(1);
  protected readonly text = signal('');
  protected readonly trouble = signal('');
  protected readonly pages = computed(() => this.pdf()?.pages ?? 0);

  constructor() {
    inject(PapersApi)
      .pdf(this.paper.href)
      .pipe(
        switchMap((data) => from(DrawnPdf.read(data))),
        takeUntilDestroyed(),
      )
      .subscribe({
        next: (pdf) => {
          this.pdf.set(pdf);
          void this.draw();
        },
        error: (error: unknown) => this.trouble.set(troubleText(troubleOf(error))),
      });
    inject(DestroyRef).onDestroy(() => this.pdf()?.close());
  }

  protected turn(by: number): void {
    this.page.update((page) => page + by);
    void this.draw();
  }

  private async draw(): Promise<void> {
    const canvas = this.sheet().nativeElement;
    const room = canvas.parentElement!.clientWidth - 48;
    this.text.set(await this.pdf()!.draw(this.page(), canvas, Math.min(WIDEST, Math.max(240, room))));
  }
}
