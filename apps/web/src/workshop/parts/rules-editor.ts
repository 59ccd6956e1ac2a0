import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormArray, FormControl, FormGroup } from '@angular/forms';
import type { Rules } from '@alnage/contract';
import { FOOT_FACTOR, WAY_FACTOR_BOUND, WAY_SECONDS, type WayRule } from '@alnage/core/coating';
import type { MayContainStop } from '@alnage/core/larder';
import { CERTAINTY, SEED_SHARE } from '@alnage/core/melting';
import {
  LATE_KEEP_MINUTES,
  LATE_REFUND_SHARE,
  NO_SHOW_REFUND_SHARE,
  REFUND_HOURS,
  SWAP_PRICE_SHARE,
  type SwapsAmong,
} from '@alnage/core/ordering';
import { MINOR, TAX_SHARE, WASTE_SHARE } from '@alnage/core/pricing';
import { WARMING_WATTS } from '@alnage/core/temper';
import { Store } from '@ngrx/store';
import { ChoiceField, type Choice } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { NumberControl } from '../../shared/forms/number-control';
import { QuantityField } from '../../shared/forms/quantity-field';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { WAY_WORDS } from '../../shared/piece-words';
import { workshopFeature } from '../../state/workshop.state';

type RulesForm = ReturnType<typeof rulesForm>;
type KeptRules = Rules & typeof THE_RULES;

/** Of the rules there is one, without an id. */
const THE_RULES = { id: '', name: 'Ways and rates' };

const SWAP_CHOICES: readonly Choice<SwapsAmong>[] = [
  { id: 'family', name: 'for a piece of its family' },
  { id: 'any', name: 'for any piece' },
  { id: 'never', name: 'never' },
];

const MAY_CONTAIN_CHOICES: readonly Choice<MayContainStop>[] = [
  { id: 'none', name: 'never: it is only told' },
  { id: 'bowls', name: 'where bowls are shared' },
  { id: 'benches', name: 'where bowls or benches are shared' },
];

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
    warmingWatts: new NumberControl(rules.warmingWatts, WARMING_WATTS),
    refundHours: new NumberControl(rules.refundHours, REFUND_HOURS),
    lateRefundShare: new NumberControl(rules.lateRefundShare, LATE_REFUND_SHARE),
    lateKeepMinutes: new NumberControl(rules.lateKeepMinutes, LATE_KEEP_MINUTES),
    noShowRefundShare: new NumberControl(rules.noShowRefundShare, NO_SHOW_REFUND_SHARE),
    taxCollected: new NumberControl(rules.taxRates.collected, TAX_SHARE),
    taxSent: new NumberControl(rules.taxRates.sent, TAX_SHARE),
    taxSpare: new NumberControl(rules.taxRates.spare, TAX_SHARE),
    swapsAmong: new FormControl(rules.swaps.among, { nonNullable: true }),
    swapPriceShare: new NumberControl(rules.swaps.priceShare, SWAP_PRICE_SHARE),
    mayContainStop: new FormControl(rules.mayContainStop, { nonNullable: true }),
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
    warmingWatts: c.warmingWatts.number,
    refundHours: c.refundHours.number,
    lateRefundShare: c.lateRefundShare.number,
    lateKeepMinutes: c.lateKeepMinutes.number,
    noShowRefundShare: c.noShowRefundShare.number,
    taxRates: {
      ...{ collected: c.taxCollected.number, sent: c.taxSent.number, spare: c.taxSpare.number },
    },
    swaps: { among: c.swapsAmong.value, priceShare: c.swapPriceShare.number },
    mayContainStop: c.mayContainStop.value,
  };
}

/** The shop’s own ways of dipping, and what it reckons with: labour, waste, certainty, seed. */
@Component({
  selector: 'al-rules-editor',
  imports: [ChoiceField, QuantityField, RecordEditor],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record" [hasHeading]="false">
        <h2>Figures used in calculations</h2>
        <div class="row">
          <al-quantity
            label="Labour, an hour"
            quantity="money"
            [control]="form.controls.labourMinorPerHour"
            at="/labourMinorPerHour"
          />
          <al-quantity
            label="Certainty of not running short"
            quantity="share"
            [control]="form.controls.certainty"
            at="/certainty"
          />
          <al-quantity
            label="Share of leftovers lost"
            quantity="share"
            [control]="form.controls.wasteShare"
            at="/wasteShare"
          />
          <al-quantity
            label="Seed of a melt"
            quantity="share"
            [control]="form.controls.seedShare"
            at="/seedShare"
          />
          <al-quantity
            label="Warming gives a bowl"
            unit="W"
            [control]="form.controls.warmingWatts"
            at="/warmingWatts"
          />
        </div>
        <h2>When an order is cancelled</h2>
        <div class="row">
          <al-quantity
            label="All is given back until"
            unit="h before"
            [control]="form.controls.refundHours"
            at="/refundHours"
          />
          <al-quantity
            label="After that"
            quantity="share"
            [control]="form.controls.lateRefundShare"
            at="/lateRefundShare"
          />
        </div>
        <h2>When nobody collects an order</h2>
        <div class="row">
          <al-quantity
            label="It is kept for"
            unit="min"
            [control]="form.controls.lateKeepMinutes"
            at="/lateKeepMinutes"
          />
          <al-quantity
            label="Given back of what was paid"
            quantity="share"
            [control]="form.controls.noShowRefundShare"
            at="/noShowRefundShare"
          />
        </div>
        <h2>When something of an order lacks</h2>
        <p class="soft">
          The Counter offers what nobody is to have in its place, in a way that brings no allergen. Customers
          pay no more, and are told.
        </p>
        <div class="row">
          <al-choice
            class="wide"
            label="It is swapped"
            [choices]="swapChoices"
            [control]="form.controls.swapsAmong"
            at="/swaps/among"
          />
          @if (form.controls.swapsAmong.value !== 'never') {
            <al-quantity
              label="Dearer or cheaper by"
              quantity="share"
              [control]="form.controls.swapPriceShare"
              at="/swaps/priceShare"
            />
          }
        </div>
        <h2>Tax within prices</h2>
        <p class="soft">
          Receipts tell it. Which rate is right for what is yours to check: it differs from country to
          country.
        </p>
        <div class="row">
          <al-quantity
            label="Collected"
            quantity="share"
            [control]="form.controls.taxCollected"
            at="/taxRates/collected"
          />
          <al-quantity
            label="Sent by post"
            quantity="share"
            [control]="form.controls.taxSent"
            at="/taxRates/sent"
          />
          <al-quantity
            label="Sold at the counter"
            quantity="share"
            [control]="form.controls.taxSpare"
            at="/taxRates/spare"
          />
        </div>
        <h2>When somebody must never have something</h2>
        <p class="soft">
          What is in a piece always stops their order until somebody answers for it. What may be in it, from
          bowls and benches that are shared, stops it as far as you say here. Whether traces are safe for
          somebody only they and their doctor can tell.
        </p>
        <div class="row">
          <al-choice
            class="wide"
            label="“May contain” stops"
            [choices]="mayContainStops"
            [control]="form.controls.mayContainStop"
            at="/mayContainStop"
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
                [at]="'/ways/' + index + '/filmFactor'"
              />
              <al-quantity
                label="A piece takes"
                unit="s"
                [control]="way.controls.secondsPerPiece"
                [at]="'/ways/' + index + '/secondsPerPiece'"
              />
              <al-quantity
                label="Foot, a cm of base"
                quantity="mass"
                [control]="way.controls.footGramsPerCm"
                [at]="'/ways/' + index + '/footGramsPerCm'"
              />
            </div>
          </fieldset>
        }
      </al-record-editor>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  styles: `
    .way {
      margin: 0;
      padding: 0;
      border: 0;
    }
  `,
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RulesEditor {
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  protected readonly words = WAY_WORDS;
  protected readonly swapChoices = SWAP_CHOICES;
  protected readonly mayContainStops = MAY_CONTAIN_CHOICES;
  protected readonly record = new RecordForm<KeptRules, RulesForm, Omit<Rules, 'version'>>(
    {
      path: 'rules',
      thing: 'ways and rates',
      records: () => {
        const rules = this.workshop()?.rules;
        return rules ? [{ ...rules, ...THE_RULES }] : [];
      },
      form: () => rulesForm(this.workshop()!.rules),
      draftOf: rulesOf,
      done: () => undefined,
    },
    signal(THE_RULES.id).asReadonly(),
  );
}
