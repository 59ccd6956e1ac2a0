import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { PrinterManner, SimulatedPrinterView } from '@alnage/contract';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { startWith, switchMap } from 'rxjs';
import { ChoiceField, choicesOf } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { WallTime } from '../../shared/formats/wall-time';
import { troubleText } from '../../shared/problem-text';
import { LiveActions } from '../../state/live.state';
import { PapersApi } from '../../state/papers-api';
import { troubleOf } from '../../state/problem';
import { workshopFeature } from '../../state/workshop.state';

const MANNERS: Readonly<Record<PrinterManner, string>> = {
  prints: 'prints',
  jams: 'is jammed',
  out: 'is out of labels',
  away: 'is switched off',
  mute: 'prints, but its word is lost',
};

/** How the label printer that ships with the demo behaves, and what lies in its tray. */
@Component({
  selector: 'al-simulated-printer',
  imports: [ChoiceField],
  providers: [FieldErrors],
  template: `
    <h2>Label printer</h2>
    <p class="soft">
      It is simulated: what it prints lies in its tray below. Try here what becomes of labels when it
    </p>
    @if (state(); as printer) {
      <al-choice label="The printer" [choices]="manners" [value]="printer.manner" (chosen)="choose($event)" />
      <h3>In its tray</h3>
      <ul>
        @for (each of printer.tray; track each.label) {
          <li>
            <a target="_blank" [href]="'/api/labels/' + each.label + '.pdf'">{{ each.title }}</a>
            <span class="soft figure">{{ time(each.at) }}</span>
          </li>
        } @empty {
          <li class="soft">Nothing yet. Labels are asked for at the Counter, in the margin.</li>
        }
      </ul>
    }
    @if (trouble(); as text) {
      <p class="note over" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      max-width: 420px;
      margin: 22px 0;
    }
    ul {
      margin: 0;
      padding: 0;
      max-height: 300px;
      overflow: auto;
      list-style: none;
    }
    li {
      display: flex;
      justify-content: space-between;
      gap: 12px;
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SimulatedPrinter {
  private readonly api = inject(PapersApi);
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly manners = choicesOf(MANNERS);
  protected readonly state = signal<SimulatedPrinterView | null>(null);
  protected readonly trouble = signal('');

  constructor() {
    inject(Actions)
      .pipe(
        ofType(LiveActions.labelsChanged),
        startWith(null),
        switchMap(() => this.api.simulatedPrinter()),
        takeUntilDestroyed(),
      )
      .subscribe(this.shown());
  }

  protected choose(manner: PrinterManner): void {
    this.api.setSimulatedPrinter({ manner }).subscribe(this.shown());
  }

  protected time(at: string): string {
    return new WallTime(this.workshop()?.timeZone ?? 'UTC').dayTime(Date.parse(at));
  }

  private shown() {
    return {
      next: (state: SimulatedPrinterView) => {
        this.trouble.set('');
        this.state.set(state);
      },
      error: (error: unknown) => this.trouble.set(troubleText(troubleOf(error))),
    };
  }
}
