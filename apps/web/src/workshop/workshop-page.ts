import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { Store } from '@ngrx/store';
import { Chooser, type ChooserRow } from '../shared/chooser';
import { Unsaved } from '../shared/forms/unsaved';
import { Margin } from '../shared/margin/margin';
import { customersFeature } from '../state/customers.state';
import { workshopFeature } from '../state/workshop.state';
import { SECTION_ROWS } from './section-rows';
import { BowlEditor } from './parts/bowl-editor';
import { BoxEditor } from './parts/box-editor';
import { BringIn } from './parts/bring-in';
import { CoatingEditor } from './parts/coating-editor';
import { CustomerEditor } from './parts/customer-editor';
import { DetailsEditor } from './parts/details-editor';
import { DeviceList } from './parts/device-list';
import { MessagesEditor } from './parts/messages-editor';
import { MouldEditor } from './parts/mould-editor';
import { MyUnits } from './parts/my-units';
import { PersonEditor } from './parts/person-editor';
import { PointEditor } from './parts/point-editor';
import { RulesEditor } from './parts/rules-editor';
import { SeasonEditor } from './parts/season-editor';
import { SupplyEditor } from './parts/supply-editor';
import { TakingOut } from './parts/taking-out';
import { WholeWorkshop } from './parts/whole-workshop';
import { ZoneEditor } from './parts/zone-editor';

/** The parts of the settings by what they are about, the first to be set up first. */
const GROUPS = [
  {
    name: 'The shop',
    sections: [
      { path: 'shop', name: 'The shop itself' },
      { path: 'rules', name: 'Ways and rates' },
      { path: 'units', name: 'My units' },
    ],
  },
  {
    name: 'What we make with',
    sections: [
      { path: 'coatings', name: 'Coatings' },
      { path: 'bowls', name: 'Bowls' },
      { path: 'zones', name: 'Zones' },
      { path: 'moulds', name: 'Moulds' },
      { path: 'supplies', name: 'Supplies' },
    ],
  },
  {
    name: 'Who and when',
    sections: [
      { path: 'people', name: 'People' },
      { path: 'seasons', name: 'Seasons' },
    ],
  },
  {
    name: 'What we sell',
    sections: [
      { path: 'boxes', name: 'Boxes' },
      { path: 'points', name: 'Pickup points' },
      { path: 'customers', name: 'Customers' },
      { path: 'messages', name: 'Messages' },
    ],
  },
  {
    name: 'Devices and files',
    sections: [
      { path: 'devices', name: 'Devices' },
      { path: 'out', name: 'Data' },
    ],
  },
] as const;

const SECTIONS = GROUPS.flatMap(({ sections }): readonly { path: Section; name: string }[] => sections);

type Section = (typeof GROUPS)[number]['sections'][number]['path'];

const WHY: Readonly<Record<Section, readonly string[]>> = {
  coatings: [
    'A coating’s yield value decides how thick its film stands. Take it from the packet’s step; fat stirred in thins it, age thickens it, and a value that you measured replaces all that.',
    'The window is where it is worked in temper: below it it thickens, above it the temper is lost. The packet mostly says it.',
    'The price of a gram is the pack that is cheapest by mass.',
  ],
  bowls: [
    'The tail is the coating that lies too low to dip, and what stays on the wall. Describe the bowl and it follows from its form and your pieces; measure it once and your figure counts.',
    'A bowl that is smaller than its tail is refused: nothing could be dipped from it.',
  ],
  zones: [
    'A zone is where trays lie between the stages: fridge, rack, freezer, shelf. Count what it holds at once.',
    'The plan never lays more trays in a zone than it has.',
  ],
  moulds: ['A piece that is cast says in which moulds; a batch of it is never larger than all of them hold.'],
  rules: [
    'These are your shop’s own habits. They start from ordinary craft figures; change what your scale and your clock say otherwise.',
    'How sure you want to be not to run short sets the spare in every melt.',
  ],
  supplies: [
    'What the larder keeps beside coatings: ingredients, fruit, bought centres, packing. Recipes and pieces say what they take of it.',
    'Cups and spoons become grams by what a millilitre weighs, pieces by what one weighs. The figures to take are a start: weigh a level cup of your own once.',
    'How long it keeps and how early it must be bought decide when it stands on the market list; what is sorted out is bought on top.',
  ],
  boxes: [
    'A box costs its pieces, itself and the packing at your labour rate. What is left of its price stands with the pieces.',
  ],
  points: [
    'An order is promised only while its pickup point is open, and only while its slot has boxes left to hand over. Boxes count one by one, all loose pieces of an order together as one.',
    'The journey is what the plan leaves between packing and pickup. One slot is closed at the last minute from the grid of a new order.',
  ],
  shop: [
    'Times are shown by the shop’s own clock. Clock and currency stay as they are once there are orders.',
    'Orders, plan and figures are those of the season in use; the others stay stored.',
  ],
  people: [
    'The plan gives work only to whoever can do it and is there. Hours for a date replace the week’s; an absence overrides both.',
    'Somebody at 90% needs nine tenths of the standard times of the stages; at 110% a tenth more.',
  ],
  seasons: [
    'Orders are collected on the days of a season. The peak day lets two seasons be compared, whatever their dates.',
    'A piece is promised only for the days that it is offered for, and only until its cut-off; what was ordered in time stays.',
  ],
  messages: [
    'What customers are told of their orders, in your words: a field in braces is filled in for each. A line whose fields are all empty is left out.',
    'What is soon – ready, late, tomorrow – goes as a text message where there is a number, the rest by mail where there is an address. What was done by mistake can be undone for two minutes before anybody is told.',
    'The carrier that ships is simulated: nothing leaves this machine.',
  ],
  customers: [
    'What somebody must never have is shown with every order of theirs, and checked against what they order.',
    'Orders find their customer by name. Two entries of one person are put together; what is kept of a person can be exported, and erased.',
  ],
  devices: [
    'Any thermometer, scale, climate sensor or label printer that speaks HTTP can be connected: it gets a token here, and says its readings with it. The manual says how (docs/devices.md).',
    'The demo’s devices are simulated: its bowls follow the physics of the forecasts and feel what is recorded at the bench.',
  ],
  out: [
    'Your data can be exported at any time, in formats that other programs read.',
    'A list is imported whole or not at all; each faulty line is shown with what is wrong with it.',
  ],
  units: ['Recipes, limits and records are stored in °C, g and mm for everybody.'],
};

/** Workshop: what it melts, in which bowls, by which rules; and the units of whoever is at this screen. */
@Component({
  imports: [
    Chooser,
    RouterLink,
    RouterLinkActive,
    MatButtonModule,
    Margin,
    BowlEditor,
    BoxEditor,
    BringIn,
    CoatingEditor,
    CustomerEditor,
    DetailsEditor,
    DeviceList,
    MessagesEditor,
    MouldEditor,
    MyUnits,
    PersonEditor,
    PointEditor,
    RulesEditor,
    SeasonEditor,
    SupplyEditor,
    TakingOut,
    WholeWorkshop,
    ZoneEditor,
  ],
  templateUrl: './workshop-page.html',
  styleUrl: './workshop-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WorkshopPage {
  /** From the address. */
  readonly section = input<string>('coatings');

  /** The record to open, from the address; else the first. */
  readonly record = input<string>();

  private readonly unsaved = inject(Unsaved);
  private readonly store = inject(Store);
  private readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  private readonly customers = this.store.selectSignal(customersFeature.selectCustomers);
  protected readonly groups = GROUPS;
  protected readonly shown = computed(
    (): Section => SECTIONS.find(({ path }) => path === this.section())?.path ?? 'coatings',
  );
  /** The record that is open; null: a new one; another section opens its first, as soon as it has been read. */
  protected readonly openId = linkedSignal<Shown, string | null>({
    source: computed(() => ({ section: this.shown(), isThere: this.rows().length > 0 }), {
      equal: isSameShown,
    }),
    // what others save meanwhile does not close what is open here
    computation: ({ section }, previous) => {
      const open = previous?.source.section === section ? previous.value : null;
      return open ?? untracked(() => (this.unsaved.isTyped() ? null : this.wantedId()));
    },
  });
  protected readonly why = computed(() => WHY[this.shown()]);
  protected readonly name = computed(() => this.workshop()?.name ?? '');

  protected readonly rows = computed((): readonly ChooserRow[] => {
    const workshop = this.workshop();
    return workshop ? (SECTION_ROWS[this.shown()]?.({ workshop, customers: this.customers() }) ?? []) : [];
  });
  protected readonly newWord = computed(
    () =>
      ({
        coatings: 'New coating',
        bowls: 'New bowl',
        zones: 'New zone',
        moulds: 'New mould',
        supplies: 'New supply',
        boxes: 'New box',
        points: 'New pickup point',
        customers: 'New customer',
        people: 'New person',
        seasons: 'New season',
        shop: '',
        out: '',
        rules: '',
        devices: '',
        messages: '',
        units: '',
      })[this.shown()],
  );

  private wantedId(): string | null {
    const rows = this.rows();
    return (rows.find(({ id }) => id === this.record()) ?? rows[0])?.id ?? null;
  }

  protected async open(id: string | null): Promise<void> {
    if (await this.unsaved.canLeave()) this.openId.set(id);
  }

  protected done(id: string | null): void {
    const other = this.rows().find((row) => row.id !== this.openId());
    this.openId.set(id ?? other?.id ?? null);
  }
}

/** What is shown, and whether there is any of it yet. */
interface Shown {
  readonly section: Section;
  readonly isThere: boolean;
}

function isSameShown(a: Shown, b: Shown): boolean {
  return a.section === b.section && a.isThere === b.isThere;
}
