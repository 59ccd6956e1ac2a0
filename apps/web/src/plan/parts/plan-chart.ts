import type { ElementRef } from '@angular/core';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Piece, Workshop } from '@alnage/contract';
import { scaleLinear } from 'd3-scale';
import { zoomIdentity, type ZoomTransform } from 'd3-zoom';
import { count, counted } from '../../shared/formats/formats';
import { Keys } from '../../shared/keys';
import type { PlanViews } from '../../state/plan.state';
import { drawGhost, type Ghost } from '../draw/draw-ghost';
import { drawPlan } from '../draw/draw-plan';
import { palette } from '../draw/palette';
import { LABEL_WIDTH } from '../draw/sight';
import { PLACE_STEP, PlanMoveStore } from '../plan-move.store';
import { PlanPageStore } from '../plan.store';
import { ghostOf } from './ghost';
import { hitAt, laneAt, type Hit } from '../scene/hit';
import { hitText } from '../scene/hit-text';
import { planScene } from '../scene/plan-scene';
import { hourMarks } from './hour-marks';
import { BY_KEY, STEP_BY_KEY, zoomable, type Zooming } from './zooming';

const FIRST_SIZE = { width: 920, height: 600 };
const LEAST_WIDTH = 280;
const RIGHT_EDGE = 8;
/** A press that moved less is a click, in px. */
const CLICK = 4;
/** Minutes that Shift and an arrow key move a batch by. */
const LONG_STEP = 30;

/** Tasks by what they are, in the order of a route. */
const LEGEND = [
  { skill: 'temper', name: 'sets up a bowl' },
  { skill: 'prep', name: 'prepares or cooks' },
  { skill: 'dip', name: 'dips' },
  { skill: 'pack', name: 'packs' },
] as const;

/** Bowls, people, cold space and life tapes on one time axis, to be looked into and changed by hand. */
@Component({
  selector: 'al-plan-chart',
  imports: [MatButtonModule],
  templateUrl: './plan-chart.html',
  styleUrl: './plan-chart.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlanChart {
  /** What people’s tasks are told apart by. */
  protected readonly legend = LEGEND;

  readonly views = input.required<PlanViews>();
  readonly workshop = input.required<Workshop>();
  readonly pieces = input.required<readonly Piece[]>();

  protected readonly page = inject(PlanPageStore);
  protected readonly move = inject(PlanMoveStore);
  private readonly board = viewChild.required<ElementRef<HTMLElement>>('board');
  private readonly hand = viewChild.required<ElementRef<HTMLCanvasElement>>('hand');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly size = signal(FIRST_SIZE);
  private readonly scrollTop = signal(0);
  private readonly transform = signal<ZoomTransform>(zoomIdentity);
  private readonly theme = signal('');
  protected readonly hovered = signal<Hit | null>(null);
  private zooming: Zooming | null = null;
  private press: { readonly hit: Hit | null; readonly x: number; readonly y: number; grip: number } | null =
    null;

  protected readonly scene = computed(() =>
    planScene(this.views(), { workshop: this.workshop(), pieces: this.pieces() }, this.page.window()),
  );
  private readonly whole = computed(() => {
    const { from, to } = this.page.window();
    return scaleLinear([from, to], [LABEL_WIDTH, this.size().width - RIGHT_EDGE]);
  });
  private readonly x = computed(() => this.transform().rescaleX(this.whole()));
  protected readonly figures = computed(() => {
    const { melts, tapes } = this.scene();
    return `Bowls, people, trays and life tapes over time: ${counted(melts.length, 'melt')}, ${counted(tapes.length, 'batch')}. The figures are in the table below.`;
  });
  /** The zoom as a figure, where it is not the whole. */
  protected readonly zoomText = computed(() => {
    const { k } = this.transform();
    return k > 1.01 ? `${count(Math.round(k * 100))}%` : '';
  });

  /** Where the chosen batch lies on the screen, for the hand that grips it. */
  protected readonly grip = computed(() => {
    const chosen = this.page.chosenId();
    if (!this.page.canMove() || this.move.inHand()) return null;
    const scene = this.scene();
    for (const { runs, base } of scene.melts) {
      const run = runs.find(({ batch }) => batch === chosen);
      if (!run) continue;
      const left = (this.x()(run.start) + this.x()(run.end)) / 2;
      const top = base - 22 - this.scrollTop();
      if (left < LABEL_WIDTH || left > this.size().width || top < 0 || top > this.size().height) return null;
      return { left, top, stage: run.stage };
    }
    return null;
  });

  protected readonly tip = computed(() => {
    const hit = this.hovered();
    const words = this.page.words();
    if (!hit || !words) return '';
    return hitText(hit, this.views().saved.plan, words);
  });

  constructor() {
    inject(Keys).bind(
      { key: 'z', does: 'Zoom in', run: () => this.zooming?.scaleBy(BY_KEY) },
      { key: 'x', does: 'Zoom out', run: () => this.zooming?.scaleBy(1 / BY_KEY) },
      { key: '0', does: 'The whole window', run: () => this.zooming?.reset() },
      {
        key: 'm',
        does: 'Take the batch in hand; arrows carry it, Enter puts it down',
        run: () => this.pickUp(),
      },
    );
    const destroyRef = inject(DestroyRef);
    afterRenderEffect({
      earlyRead: () => this.open(destroyRef),
    });
    afterRenderEffect({ write: () => this.draw() });
    afterRenderEffect({ write: () => this.drawHand() });
  }

  /** Sets up, once, what follows the size, the zoom and the theme. */
  private open(destroyRef: DestroyRef): void {
    if (this.zooming) return;
    const board = this.board().nativeElement;
    const zooming = zoomable(board, {
      isGripped: (event) => this.isGripped(event),
      changed: (transform) => this.transform.set(transform),
    });
    this.zooming = zooming;
    zooming.resize(FIRST_SIZE.width, LABEL_WIDTH);
    destroyRef.onDestroy(() => zooming.destroy());
    const themes = new MutationObserver(() =>
      this.theme.set(document.documentElement.dataset['theme'] ?? ''),
    );
    themes.observe(document.documentElement, { attributeFilter: ['data-theme'] });
    destroyRef.onDestroy(() => themes.disconnect());
    void document.fonts?.ready.then(() => this.theme.set('fonts'));
    if (typeof ResizeObserver === 'undefined') return;
    const observer = new ResizeObserver(() => {
      const width = Math.max(LEAST_WIDTH, Math.floor(board.clientWidth));
      this.size.set({ width, height: Math.floor(board.clientHeight) });
      zooming.resize(width, LABEL_WIDTH);
    });
    observer.observe(board);
    destroyRef.onDestroy(() => observer.disconnect());
  }

  private draw(): void {
    this.theme();
    const canvas = this.canvas().nativeElement;
    const { width, height } = this.size();
    const context = canvas.getContext('2d');
    const [from, to] = this.x().domain() as [number, number];
    const words = this.page.words();
    const frame = {
      x: this.x(),
      width,
      height,
      scrollTop: this.scrollTop(),
      hours: words ? hourMarks(words, { from, to, width: width - LABEL_WIDTH }) : [],
      now: this.page.now(),
      chosen: this.page.chosenId(),
      pins: this.page.pins(),
    };
    if (!context) return;
    this.fit(canvas, context);
    drawPlan(context, { colours: palette(), scene: this.scene(), frame });
  }

  /** Draws what is in hand on a sheet of its own, so that the plan beneath need not be drawn again while it is carried. */
  private drawHand(): void {
    this.theme();
    const canvas = this.hand().nativeElement;
    const context = canvas.getContext('2d');
    const { width, height } = this.size();
    const frame = { x: this.x(), width, height, scrollTop: this.scrollTop() };
    const ghost = this.ghost();
    if (!context) return;
    this.fit(canvas, context);
    drawGhost(context, { colours: palette(), frame, ghost });
  }

  private fit(canvas: HTMLCanvasElement, context: CanvasRenderingContext2D): void {
    const { width, height } = this.size();
    const density = devicePixelRatio || 1;
    if (canvas.width !== width * density || canvas.height !== height * density) {
      canvas.width = width * density;
      canvas.height = height * density;
    }
    context.setTransform(density, 0, 0, density, 0, 0);
  }

  /** The batch in hand as it is drawn, with the places that are open to it. */
  private ghost(): Ghost | null {
    const inHand = this.move.inHand();
    const words = this.page.words();
    if (!inHand || !words) return null;
    return ghostOf(inHand, words, {
      lanes: this.scene().lanes,
      open: this.move.lanes() ?? [],
      isAllowed: this.move.verdict()?.isOpen ?? true,
    });
  }

  private hit({ clientX, clientY }: { clientX: number; clientY: number }): Hit | null {
    const { x, y } = this.pointIn({ clientX, clientY });
    if (x < LABEL_WIDTH) return null;
    const scale = this.x();
    const [from, to] = scale.domain() as [number, number];
    const minutesPerPx = (to - from) / Math.max(1, this.size().width - LABEL_WIDTH);
    return hitAt(this.scene(), { minute: scale.invert(x), y, minutesPerPx });
  }

  private pointIn({ clientX, clientY }: { clientX: number; clientY: number }): { x: number; y: number } {
    const { left, top } = this.canvas().nativeElement.getBoundingClientRect();
    return { x: clientX - left, y: clientY - top + this.scrollTop() };
  }

  /** Whether a press is on a batch that can be carried, and so does not pan. */
  private isGripped(event: MouseEvent | TouchEvent): boolean {
    const point = 'touches' in event ? event.touches[0] : event;
    return point !== undefined && this.hit(point)?.kind === 'batch';
  }

  protected pressed(event: PointerEvent): void {
    if (event.button !== 0 || !event.isPrimary) return;
    const { clientX: x, clientY: y } = event;
    this.press = { hit: this.hit(event), x, y, grip: 0 };
  }

  protected gripped(event: PointerEvent, stage: string): void {
    event.preventDefault();
    // the board would take what lies beneath the grip
    event.stopPropagation();
    const batch = this.page.chosenId()!;
    const { clientX: x, clientY: y } = event;
    this.press = { hit: { kind: 'batch', batch, stage, start: 0 }, x, y, grip: 0 };
    this.board().nativeElement.setPointerCapture(event.pointerId);
  }

  protected moved(event: PointerEvent): void {
    const { press } = this;
    if (!press) {
      this.hovered.set(this.hit(event));
      return;
    }
    if (press.hit?.kind !== 'batch') return;
    if (!this.move.inHand()) {
      if (Math.hypot(event.clientX - press.x, event.clientY - press.y) < CLICK) return;
      this.move.pickUp(press.hit.batch, press.hit.stage);
      const inHand = this.move.inHand();
      if (!inHand) return void (this.press = null);
      press.grip = this.x().invert(this.pointIn({ clientX: press.x, clientY: press.y }).x) - inHand.from.end;
      // the keys that carry it and let it go are the board's
      this.board().nativeElement.focus({ preventScroll: true });
      this.board().nativeElement.setPointerCapture(event.pointerId);
    }
    this.carryTo(event, press.grip);
  }

  private carryTo(event: PointerEvent, grip: number): void {
    const inHand = this.move.inHand();
    if (!inHand) return;
    const { x, y } = this.pointIn(event);
    const lane = laneAt(this.scene(), y);
    const isBowl = inHand.from.melter !== undefined;
    const { melter, person } = inHand.to;
    const own = isBowl ? { melter: melter! } : { person: person! };
    const fits = lane?.kind === (isBowl ? 'bowl' : 'person');
    this.move.carry(
      this.x().invert(x) - grip,
      fits ? (isBowl ? { melter: lane.id } : { person: lane.id }) : own,
    );
  }

  protected released(event: PointerEvent): void {
    const { press } = this;
    this.press = null;
    if (!press) return;
    if (this.move.inHand()) return this.move.putDown();
    if (Math.hypot(event.clientX - press.x, event.clientY - press.y) >= CLICK) return;
    if (press.hit?.kind === 'batch') this.page.choose(press.hit.batch);
  }

  protected cancelled(): void {
    this.press = null;
    this.move.letGo();
  }

  /** Takes the chosen batch in hand by key; the keys of the board carry it. */
  protected pickUp(): void {
    const chosen = this.page.chosenId();
    if (!chosen) return;
    this.move.pickUp(chosen, null);
    if (this.move.inHand()) this.board().nativeElement.focus({ preventScroll: true });
  }

  protected keyed(event: KeyboardEvent): void {
    const step = event.shiftKey ? LONG_STEP : PLACE_STEP;
    const carry: Readonly<Record<string, () => void>> = {
      ArrowLeft: () => this.move.nudge({ minutes: -step }),
      ArrowRight: () => this.move.nudge({ minutes: step }),
      ArrowUp: () => this.move.nudge({ lanes: -1 }),
      ArrowDown: () => this.move.nudge({ lanes: 1 }),
      Enter: () => this.move.putDown(),
      Escape: () => this.move.letGo(),
    };
    const look: Readonly<Record<string, () => void>> = {
      ArrowLeft: () => this.zooming?.pan(-STEP_BY_KEY),
      ArrowRight: () => this.zooming?.pan(STEP_BY_KEY),
    };
    const act = (this.move.inHand() ? carry : look)[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  }

  protected scrolled(event: Event): void {
    this.scrollTop.set((event.target as HTMLElement).scrollTop);
  }

  protected zoomIn(): void {
    this.zooming?.scaleBy(BY_KEY);
  }

  protected zoomOut(): void {
    this.zooming?.scaleBy(1 / BY_KEY);
  }

  protected showAll(): void {
    this.zooming?.reset();
  }
}
