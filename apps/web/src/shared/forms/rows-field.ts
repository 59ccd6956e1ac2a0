import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  contentChild,
  Directive,
  inject,
  input,
  output,
  TemplateRef,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { AbstractControl, FormArray } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { map, startWith, switchMap } from 'rxjs';

interface RowContext<T> {
  readonly $implicit: T;
  readonly index: number;
}

/** The fields of one row of al-rows: `<ng-template [alRow]="packs" let-pack let-index="index">`. */
@Directive({ selector: 'ng-template[alRow]' })
export class RowTemplate<T extends AbstractControl> {
  /** The rows; it also types what the template is given. */
  readonly alRow = input.required<FormArray<T>>();
  readonly template = inject<TemplateRef<RowContext<T>>>(TemplateRef);

  static ngTemplateContextGuard<T extends AbstractControl>(
    _row: RowTemplate<T>,
    _context: unknown,
  ): _context is RowContext<T> {
    return true;
  }
}

/** Rows of which there may be more or fewer, such as the packs of a coating. */
@Component({
  selector: 'al-rows',
  imports: [NgTemplateOutlet, MatButtonModule],
  template: `
    <fieldset>
      <legend [class.visually-hidden]="isLegendHidden()">{{ legend() }}</legend>
      @for (control of controls(); track control; let index = $index) {
        <div class="row">
          <div class="fields">
            <ng-container
              [ngTemplateOutlet]="row().template"
              [ngTemplateOutletContext]="{ $implicit: control, index }"
            />
          </div>
          <button
            matButton="outlined"
            type="button"
            [attr.aria-label]="'Remove ' + thing() + ' ' + (index + 1)"
            [disabled]="controls().length <= least()"
            (click)="row().alRow().removeAt(index)"
          >
            Remove
          </button>
        </div>
      }
      <div class="fields more">
        <button
          matButton="outlined"
          type="button"
          [disabled]="controls().length >= most()"
          (click)="added.emit()"
        >
          Add {{ article() }} {{ thing() }}
        </button>
        <ng-content />
      </div>
    </fieldset>
  `,
  styles: `
    fieldset {
      display: grid;
      margin: 0;
      padding: 0;
      border: 0;
    }
    legend {
      padding: 0 0 4px;
      font-weight: 600;
    }
    .row {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: 8px;
      align-items: center;
    }
    .fields {
      display: flex;
      flex-wrap: wrap;
      align-items: stretch;
    }
    .more {
      gap: 8px;
      margin-top: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RowsField {
  readonly legend = input.required<string>();
  readonly isLegendHidden = input(false);
  /** What one row is called. */
  readonly thing = input.required<string>();
  readonly least = input(0);
  readonly most = input.required<number>();
  readonly added = output();

  protected readonly article = computed(() => (/^[aeiou]/.test(this.thing()) ? 'an' : 'a'));
  protected readonly row = contentChild.required<RowTemplate<AbstractControl>>(RowTemplate);
  private readonly array = computed(() => this.row().alRow());
  protected readonly controls = toSignal(
    toObservable(this.array).pipe(
      switchMap((array) =>
        array.valueChanges.pipe(
          startWith(null),
          map(() => [...array.controls]),
        ),
      ),
    ),
    { initialValue: [] as AbstractControl[] },
  );
}
