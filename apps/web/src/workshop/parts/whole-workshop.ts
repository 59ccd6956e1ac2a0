import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { WORKSHOP_FILE_BYTES } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { counted } from '../../shared/formats/formats';
import { otherFieldTexts, troubleText } from '../../shared/problem-text';
import { Api } from '../../state/api';
import { troubleOf } from '../../state/problem';
import { WorkshopActions, workshopFeature } from '../../state/workshop.state';
import { FileChoice } from '../../shared/forms/file-choice';

/** At most so many faults of a file are listed. */
const FAULTS_TOLD = 8;

/** All of a workshop as one file: taken out at any time, loaded into an installation that is still empty. */
@Component({
  selector: 'al-whole-workshop',
  imports: [FileChoice, MatButtonModule],
  template: `
    <section class="card">
      <h2>The whole workshop</h2>
      <p class="soft">
        Everything but secrets in one JSON file, by a
        <a href="/api/workshop-file/schema">published schema</a>: to keep, or to go on with elsewhere. It
        holds names and telephones; keep it as you keep those.
      </p>
      <div class="row">
        <a matButton="outlined" href="/api/workshop-file" download>Export (JSON)</a>
      </div>
      @if (isEmpty()) {
        <al-file
          label="Load a workshop from its file"
          accept=".json,application/json"
          [disabled]="isBusy()"
          (picked)="load($event)"
        />
      } @else if (!done()) {
        <p class="soft">A file can only be loaded into an empty installation.</p>
      }
      @if (isBusy()) {
        <p role="status">Loading it …</p>
      }
      @if (done(); as text) {
        <p class="well" role="status">{{ text }}</p>
      }
      @if (trouble().length > 0) {
        <div class="note over" role="alert">
          Nothing was loaded.
          @for (text of trouble(); track $index) {
            <br />{{ text }}
          }
        </div>
      }
    </section>
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    a:not(.mdc-button) {
      color: var(--woad);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WholeWorkshop {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  protected readonly isBusy = signal(false);
  protected readonly done = signal('');
  protected readonly trouble = signal<readonly string[]>([]);
  protected readonly isEmpty = computed(() => {
    const { seasons = [], coatings = [], zones = [], bowls = [], people = [] } = this.workshop() ?? {};
    return [seasons, coatings, zones, bowls, people, this.pieces()].every(({ length }) => length === 0);
  });

  /** Reads the file and sends it; what is no JSON, or too large, is told and not sent. */
  protected async load(file: File): Promise<void> {
    this.trouble.set([]);
    const content =
      file.size > WORKSHOP_FILE_BYTES ? null : readJson(new TextDecoder().decode(await file.arrayBuffer()));
    if (content === null) {
      const most = `${WORKSHOP_FILE_BYTES / 1_048_576} MB`;
      const why =
        file.size > WORKSHOP_FILE_BYTES ? `is too large: ${most} are the most` : 'is not a JSON file';
      this.trouble.set([`${file.name} ${why}.`]);
      return;
    }
    this.isBusy.set(true);
    this.api.loadWorkshop(content).subscribe({
      next: ({ name, orders, pieces }) => {
        this.isBusy.set(false);
        this.done.set(`${name} is loaded: ${counted(pieces, 'piece')}, ${counted(orders, 'order')}.`);
        this.store.dispatch(WorkshopActions.opened());
      },
      error: (error: unknown) => {
        this.isBusy.set(false);
        const trouble = troubleOf(error);
        const faults = otherFieldTexts(trouble, () => false);
        const more = faults.length - FAULTS_TOLD;
        this.trouble.set(
          faults.length === 0
            ? [troubleText(trouble)]
            : [...faults.slice(0, FAULTS_TOLD), ...(more > 0 ? [`and ${counted(more, 'fault')} more`] : [])],
        );
      },
    });
  }
}

function readJson(text: string): object | null {
  try {
    const read: unknown = JSON.parse(text);
    return typeof read === 'object' ? read : null;
  } catch {
    return null;
  }
}
