import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormArray, FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import type { Rules } from '@alnage/contract';
import {
  CERTAINTY,
  FOOT_FACTOR,
  MINOR,
  SEED_SHARE,
  WASTE_SHARE,
  WAY_FACTOR_BOUND,
  WAY_SECONDS,
  type WayRule,
} from '@alnage/core';
import { Store } from '@ngrx/store';
import { startWith, switchMap, of } from 'rxjs';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordBar } from '../../shared/forms/record-bar';
import { fieldTexts } from '../../shared/problem-text';
import { WAY_WORDS } from '../../pieces/piece-figures';
import { RecordActions, recordsFeature } from '../../state/records.state';
import { workshopFeature } from '../../state/workshop.state';

type RulesForm = ReturnType<typeof rulesForm>;

function wayForm(rule: WayRule) {
  return new FormGroup({
    way: new FormControl(rule.way, { nonNullable: true }),
    filmFactor: new NumberControl(rule.filmFactor, WAY_FACTOR_BOUND),
    secondsPerPiece: new NumberControl(rule.secondsPerPiece, WAY_SECONDS),
    footGramsPerCm: new NumberControl(rule.footGramsPerCm, FOOT_FACTOR),
  });
}

function rulesForm(rules: Rules) {
  return new FormGroup({
    ways: new FormArray(rules.ways.map(wayForm)),
    labourMinorPerHour: new NumberControl(rules.labourMinorPerHour, MINOR),
    wasteShare: new NumberControl(rules.wasteShare, WASTE_SHARE),
    certainty: new NumberControl(rules.certainty, CERTAINTY),
    seedShare: new NumberControl(rules.seedShare, SEED_SHARE),
  });
}

function rulesOf({ controls: c }: RulesForm): Omit<Rules, 'version'> {
  return {
    ways: c.ways.controls.map(({ controls: way }) => ({
      way: way.way.value,
      filmFactor: way.filmFactor.number,
      secondsPerPiece: way.secondsPerPiece.number,
      footGramsPerCm: way.footGramsPerCm.number,
    })),
    labourMinorPerHour: c.labourMinorPerHour.number,
    wasteShare: c.wasteShare.number,
    certainty: c.certainty.number,
    seedShare: c.seedShare.number,
  };
}

/** The shop’s own ways of dipping, and what it reckons with: labour, waste, certainty, seed. */
@Component({
  selector: 'al-rules-editor',
  imports: [ReactiveFormsModule, QuantityField, RecordBar],
  template: `
    @if (form(); as form) {
      <form [formGroup]="form" (ngSubmit)="save(form)" aria-label="Ways and rates">
        <h2>What is reckoned with</h2>
        <div class="row">
          <al-quantity
            label="Labour, an hour"
            quantity="money"
            [control]="form.controls.labourMinorPerHour"
            [errors]="errors('/labourMinorPerHour')"
          />
          <al-quantity
            label="Sure not to run short"
            quantity="share"
            [control]="form.controls.certainty"
            [errors]="errors('/certainty')"
          />
          <al-quantity
            label="Lost of what is left over"
            quantity="share"
            [control]="form.controls.wasteShare"
            [errors]="errors('/wasteShare')"
          />
          <al-quantity
            label="Seed of a melt"
            quantity="share"
            [control]="form.controls.seedShare"
            [errors]="errors('/seedShare')"
          />
        </div>
        <h2>Ways of dipping</h2>
        <p class="soft">
          How much of the draining film stays on, against a fork tapped twice; the time at the bowl; and the
          foot for each centimetre of a base. Every coat in the workshop follows these.
        </p>
        @for (way of form.controls.ways.controls; track $index; let index = $index) {
          <fieldset class="way">
            <legend>{{ words[way.controls.way.value] }}</legend>
            <div class="row">
              <al-quantity
                label="Film that stays, times"
                [control]="way.controls.filmFactor"
                [errors]="errors('/ways/' + index + '/filmFactor')"
              />
              <al-quantity
                label="A piece takes"
                unit="s"
                [control]="way.controls.secondsPerPiece"
                [errors]="errors('/ways/' + index + '/secondsPerPiece')"
              />
              <al-quantity
                label="Foot, a cm of base"
                quantity="mass"
                [control]="way.controls.footGramsPerCm"
                [errors]="errors('/ways/' + index + '/footGramsPerCm')"
              />
            </div>
          </fieldset>
        }
        @if (draft(); as draft) {
          <al-record-bar
            verb="Save ways and rates"
            [draft]="draft"
            [isToldAtField]="isTold"
            (dismissed)="reset()"
          />
        }
      </form>
    }
  `,
  styleUrl: './editor.scss',
  styles: `
    .way {
      margin: 0;
      padding: 0;
      border: 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RulesEditor {
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly trouble = this.store.selectSignal(recordsFeature.selectTrouble);
  private readonly isSaving = this.store.selectSignal(recordsFeature.selectIsSaving);
  private seen = 0;
  protected readonly words = WAY_WORDS;
  protected readonly form = signal<RulesForm | null>(null);
  private readonly change = toSignal(
    toObservable(this.form).pipe(
      switchMap((form) => (form ? form.valueChanges.pipe(startWith(form.value)) : of(null))),
    ),
  );
  protected readonly draft = computed(() => {
    this.change();
    const form = this.form();
    return form ? rulesOf(form) : null;
  });

  constructor() {
    this.store.dispatch(RecordActions.dismissed());
    // filled anew once a save of one’s own is in, never while somebody types
    effect(() => {
      const version = this.workshop()?.rules.version ?? 0;
      untracked(() => {
        if (!this.form() || (version > this.seen && !this.form()!.dirty)) this.reset();
      });
    });
    effect(() => {
      const isSaved = !this.isSaving() && this.trouble() === null;
      untracked(() => {
        if (isSaved && this.wasSaving) this.form()?.markAsPristine();
        this.wasSaving = this.isSaving();
      });
    });
  }

  private wasSaving = false;

  protected errors(pointer: string): string[] {
    return fieldTexts(this.trouble(), pointer);
  }

  protected save(form: RulesForm): void {
    form.markAllAsTouched();
    if (form.invalid) return;
    const trouble = this.trouble();
    const theirs = trouble?.code === 'record-changed' ? (trouble.params['current'] as Rules) : null;
    const version = theirs?.version ?? this.seen;
    this.seen = version;
    this.store.dispatch(RecordActions.rulesAsked({ rules: { ...rulesOf(form), version } }));
  }

  protected reset(): void {
    const rules = this.workshop()?.rules;
    if (!rules) return;
    this.store.dispatch(RecordActions.dismissed());
    this.seen = rules.version;
    this.form.set(rulesForm(rules));
  }

  protected readonly isTold = (pointer: string): boolean => pointer !== '';
}
