import { NgComponentOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { MatMenuModule } from '@angular/material/menu';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { Store } from '@ngrx/store';
import { choosePerson, personHere } from '../shared/person/person';
import { filter, map } from 'rxjs';
import { PLACES } from '../places';
import { Ell } from '../shared/ell/ell';
import { EllStore } from '../shared/ell/ell.store';
import { WallTime } from '../shared/formats/wall-time';
import { Keys } from '../shared/keys';
import { later } from '../shared/later';
import { troubleText } from '../shared/problem-text';
import { SlipPaper } from '../shared/slip/slip-paper';
import { Slips } from '../shared/slip/slips';
import { liveFeature } from '../state/live.state';
import { planFeature } from '../state/plan.state';
import { seasonFeature } from '../state/season.state';
import { WorkshopClock } from '../state/workshop-clock';
import { WorkshopActions, workshopFeature } from '../state/workshop.state';
import { keepFocus } from './kept-focus';
import { keepPress } from './kept-press';
import { Notices } from './notices';
import { Theme } from './theme';

import { EmptyWorkshop } from './empty-workshop';
import { firstSteps } from './first-steps';
import { isWaiting } from '../state/slow-calls';

/** The frame of every place: the bar with the places, the ell, and the place itself. */
@Component({
  selector: 'al-app',
  imports: [
    RouterLink,
    RouterLinkActive,
    RouterOutlet,
    MatButtonModule,
    MatMenuModule,
    Ell,
    EmptyWorkshop,
    NgComponentOutlet,
    SlipPaper,
  ],
  templateUrl: './app.html',
  styleUrl: './app.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(window:resize)': 'keepInSight()' },
})
export class App {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly clock = inject(WorkshopClock);
  protected readonly theme = inject(Theme);
  protected readonly slips = inject(Slips);
  protected readonly timerBar = toSignal(
    later(() => import('./timer-bar').then(({ TimerBar }) => TimerBar)),
    { initialValue: null },
  );
  protected readonly warmBar = toSignal(
    later(() => import('./warm-bar').then(({ WarmBar }) => WarmBar)),
    { initialValue: null },
  );
  protected readonly stopBar = toSignal(
    later(() => import('./stop-bar').then(({ StopBar }) => StopBar)),
    { initialValue: null },
  );

  protected readonly places = PLACES;
  protected readonly workshop = this.store.selectSignal(workshopFeature.selectWorkshop);
  protected readonly pieces = this.store.selectSignal(workshopFeature.selectPieces);
  private readonly workshopTrouble = this.store.selectSignal(workshopFeature.selectTrouble);
  private readonly planTrouble = this.store.selectSignal(planFeature.selectTrouble);
  /** Whether something is waited for longer than people expect. */
  protected readonly isWaiting = isWaiting;
  protected readonly isConnected = this.store.selectSignal(liveFeature.selectIsConnected);

  protected readonly troubles = computed(() =>
    [this.workshopTrouble(), this.planTrouble()].flatMap((trouble) =>
      trouble ? [troubleText(trouble)] : [],
    ),
  );
  private readonly path = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects),
    ),
    { initialValue: this.router.url },
  );
  private readonly figures = this.store.selectSignal(seasonFeature.selectFigures);
  protected readonly steps = computed(() => {
    const workshop = this.workshop();
    return workshop ? firstSteps(workshop, this.pieces(), this.figures()) : [];
  });
  protected readonly doneCount = computed(() => this.steps().filter(({ isDone }) => isDone).length);
  /** What comes next while a workshop is being set up; not where that is done, nor on the list of them all. */
  protected readonly nextStep = computed(() => {
    const next = this.steps().find(({ isDone }) => !isDone);
    const isListed = !this.isSettingUp() && !this.isOpen();
    return next && !isListed && !this.path().startsWith(next.path) ? next : null;
  });
  /** Whether there is enough for every place to be open. */
  protected readonly isOpen = computed(() => Boolean(this.workshop()?.season) && this.pieces().length > 0);
  /** Settings and pieces are open in an empty workshop, too. */
  protected readonly isSettingUp = computed(() => /^\/(workshop|pieces)\b/.test(this.path()));

  protected readonly time = computed(() => {
    const workshop = this.workshop();
    return workshop ? new WallTime(workshop.timeZone).dayTime(this.clock.now()) : '';
  });

  /** The place that is open, by its name; on paper it stands at the head. */
  protected readonly placeName = computed(
    () => PLACES.find(({ path }) => this.path().startsWith(`/${path}`))?.name ?? 'Workshop',
  );

  protected readonly choosePerson = choosePerson;
  /** Who is at this screen, by name. */
  protected readonly personName = computed(
    () => this.workshop()?.people.find(({ id }) => id === personHere())?.name ?? '',
  );

  private readonly strip = viewChild<ElementRef<HTMLElement>>('strip');

  constructor() {
    this.store.dispatch(WorkshopActions.opened());
    inject(Notices).watch();
    keepFocus();
    keepPress();
    const ell = inject(EllStore);
    inject(Keys).bind(
      ...PLACES.map((place) => ({
        key: place.digit,
        does: `Go to ${place.name}`,
        run: () => void this.router.navigate([place.path]),
      })),
      { key: '?', does: 'Show the keyboard shortcuts', run: () => void this.showKeys() },
      { key: 'Escape', does: 'Back: nothing picked on the ruler', run: () => ell.clear() },
    );
  }

  /** On a telephone the places are a strip that is pushed: the one that one is at stays in sight. */
  protected keepInSight(): void {
    const strip = this.strip()?.nativeElement;
    // its mark is set with what is drawn next
    setTimeout(() => strip?.querySelector('.here')?.scrollIntoView({ inline: 'center', block: 'nearest' }));
  }

  protected retry(): void {
    this.store.dispatch(WorkshopActions.opened());
  }

  protected async showKeys(): Promise<void> {
    const { KeysDialog } = await import('./keys-dialog');
    this.dialog.open(KeysDialog, { width: '420px' });
  }
}
