import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, Validators } from '@angular/forms';
import type { Details, HolidayCountry } from '@alnage/contract';
import { Store } from '@ngrx/store';
import { catchError, map, of, startWith, switchMap } from 'rxjs';
import { MatButtonModule } from '@angular/material/button';
import { currencyOf, unitsToOffer } from '../../shared/units/of-device';
import { chooseUnits } from '../../shared/units/units';
import { ChoiceField, type Choice } from '../../shared/forms/choice-field';
import { FieldErrors } from '../../shared/forms/field-errors';
import { RecordEditor } from '../../shared/forms/record-editor';
import { RecordForm } from '../../shared/forms/record-form';
import { nameControl, textControl, TextField } from '../../shared/forms/text-field';
import { Api } from '../../state/api';
import { workshopFeature } from '../../state/workshop.state';

type DetailsForm = ReturnType<typeof detailsForm>;
type KeptDetails = Details & { readonly id: string };

const plain = (value: string): FormControl<string> =>
  new FormControl(value, { nonNullable: true, validators: [Validators.required] });
const free = (value: string): FormControl<string> => new FormControl(value, { nonNullable: true });

function detailsForm({ name, timeZone, currency, country, region, season, ...said }: Details) {
  return new FormGroup({
    name: nameControl(name),
    timeZone: plain(timeZone),
    currency: plain(currency),
    country: free(country),
    region: free(region),
    season: free(season ?? ''),
    address: textControl(said.address ?? '', 120),
    labelWords: textControl(said.labelWords ?? '', 160),
  });
}

function detailsOf({ controls: c }: DetailsForm): Omit<Details, 'version'> {
  return {
    name: c.name.value.trim(),
    timeZone: c.timeZone.value,
    currency: c.currency.value,
    country: c.country.value,
    region: c.region.value,
    season: c.season.value || null,
    address: c.address.value.trim(),
    labelWords: c.labelWords.value.trim(),
  };
}

const NO_COUNTRY: Choice = { id: '', name: 'no holidays offered' };
const WHOLE_COUNTRY: Choice = { id: '', name: 'all of it' };
const NEWEST: Choice = { id: '', name: 'the newest' };

const currencyName = new Intl.DisplayNames('en-GB', { type: 'currency' });
const CURRENCIES: readonly Choice[] = Intl.supportedValuesOf('currency').map((id) => ({
  id,
  name: `${id}, ${currencyName.of(id) ?? id}`,
}));
const TIME_ZONES: readonly Choice[] = ['UTC', ...Intl.supportedValuesOf('timeZone')].map((id) => ({
  id,
  name: id.replaceAll('_', ' '),
}));

const DEVICE_ZONE = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** Nobody has said yet where the shop is: the device at hand is as good as any to begin with. */
function isNew({ version, timeZone }: Details): boolean {
  return version === 1 && timeZone === 'UTC';
}

/** What the workshop is called, where it is, what it is paid in, and which season is worked on. */
@Component({
  selector: 'al-details-editor',
  imports: [ChoiceField, MatButtonModule, RecordEditor, TextField],
  template: `
    @if (record.form(); as form) {
      <al-record-editor [record]="record" [hasHeading]="false">
        <h2>The shop</h2>
        <div class="row">
          <al-text class="wide" label="Its name" [control]="form.controls.name" at="/name" />
          <al-choice
            class="wide"
            label="The season in use"
            [control]="form.controls.season"
            [choices]="seasons()"
            at="/season"
          />
        </div>
        <div class="row">
          <al-text class="wide" label="Address" [control]="form.controls.address" at="/address" />
          <al-text
            class="wide"
            label="Own words on labels"
            [control]="form.controls.labelWords"
            at="/labelWords"
          />
        </div>
        <div class="row">
          <al-choice
            label="Its time zone"
            [control]="form.controls.timeZone"
            [choices]="timeZones"
            at="/timeZone"
          />
          <al-choice
            label="Its currency"
            [control]="form.controls.currency"
            [choices]="currencies"
            at="/currency"
          />
        </div>
        @if (isNew()) {
          <p class="soft">
            Time zone and currency are those of this device. Choose the shop’s own where they are others: all
            hours and sums are its, and both stay as they are once there are orders.
          </p>
          @if (offered(); as units) {
            <p class="note">
              This device is set to the United States: read °F, ounces, inches and a clock of twelve hours?
              <button matButton="outlined" type="button" (click)="choose(units)">Use these units</button>
            </p>
          }
        }
        <div class="row">
          <al-choice
            label="Holidays of"
            [control]="form.controls.country"
            [choices]="countryChoices()"
            at="/country"
            (chosen)="form.controls.region.setValue('')"
          />
          @if (regions().length > 1) {
            <al-choice label="Region" [control]="form.controls.region" [choices]="regions()" at="/region" />
          }
        </div>
      </al-record-editor>
    }
  `,
  styleUrl: '../../shared/forms/fields.scss',
  providers: [FieldErrors],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DetailsEditor {
  private readonly workshop = inject(Store).selectSignal(workshopFeature.selectWorkshop);
  private readonly countries = toSignal(
    // without them the country stays as it is
    inject(Api)
      .countries()
      .pipe(catchError(() => of<HolidayCountry[]>([]))),
    { initialValue: [] as HolidayCountry[] },
  );
  protected readonly currencies = CURRENCIES;
  protected readonly timeZones = TIME_ZONES;
  protected readonly record = new RecordForm<KeptDetails, DetailsForm, Omit<Details, 'version'>>(
    {
      path: 'details',
      thing: 'details',
      records: () => {
        const details = this.workshop()?.details;
        return details ? [{ id: '', ...details }] : [];
      },
      form: (kept) =>
        detailsForm(
          isNew(kept!)
            ? { ...kept!, timeZone: DEVICE_ZONE, currency: currencyOf(navigator.language) }
            : kept!,
        ),
      draftOf: detailsOf,
      done: () => undefined,
    },
    signal(''),
  );
  protected readonly isNew = computed(() => {
    const details = this.workshop()?.details;
    return details !== undefined && isNew(details);
  });
  /** Units that people of this device’s region read and that are not in use. */
  protected readonly offered = computed(() => unitsToOffer(navigator.language));
  protected readonly choose = chooseUnits;
  protected readonly seasons = computed(() => [
    NEWEST,
    ...(this.workshop()?.seasons ?? []).map(({ id, name }) => ({ id, name })),
  ]);
  protected readonly countryChoices = computed((): readonly Choice[] => [
    NO_COUNTRY,
    ...this.countries().map(({ id, name }) => ({ id, name })),
  ]);
  private readonly country = toSignal(
    toObservable(this.record.form).pipe(
      switchMap((form) =>
        form ? form.controls.country.valueChanges.pipe(startWith(form.controls.country.value)) : of(''),
      ),
      map(String),
    ),
    { initialValue: '' },
  );
  protected readonly regions = computed((): readonly Choice[] => [
    WHOLE_COUNTRY,
    ...(this.countries().find(({ id }) => id === this.country())?.regions ?? []),
  ]);
}
