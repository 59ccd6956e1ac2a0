import type {
  BoxLabelView,
  LabelState,
  LabelView,
  PrintAsk,
  PrinterSays,
  PrintingView,
} from '@alnage/contract';
import { isLabelTrue, type LabelSays } from '@alnage/core';
import { In, IsNull, type DataSource, type EntityManager } from 'typeorm';
import { announce } from '../../platform/database/live';
import { lockUntilCommit } from '../../platform/database/locks';
import { ProblemError } from '../../platform/http/problem-error';
import type { WorkshopClock } from '../../platform/time/workshop-clock';
import { DeviceEntity, LabelEntity } from '../../store/work/device.entity';
import { workshopPrinter } from '../../week/labels/workshop-printer';
import { boxLabels } from './box-labels';
import { labelPaper } from './label-paper';
import { labelPdf, labelTexts, lettersOf, pointsOf, type LabelPaper } from './label-pdf';
import type { PapersOf } from './orders-for';
import { requireFew } from './require-few';

const LABELS_LISTED = 50;
/** What a printer is given at once: what it fetches later is told as it is then. */
const FETCHED_MOST = 10;
/** A printer that asked for nothing so long is away; it is written down that it asked every so often. */
const AWAY_MS = 60_000;
const HEARD_EVERY_MS = 10_000;

/**
 * Labels that wait for the printer of the workshop. A box has one that waits at most; what is printed is asked for again only knowingly, or
 * where it is not true any more. What waits is written when the printer fetches it, by the order as it is then.
 */
export class PrintingService {
  constructor(
    private readonly db: DataSource,
    private readonly clock: Pick<WorkshopClock, 'now'>,
  ) {}

  /** How the labels of an order or a day stand. @throws ProblemError `order-not-found` */
  async view(of: PapersOf, manager = this.db.manager): Promise<PrintingView> {
    const printer = await workshopPrinter(manager);
    const labels = await this.standing(manager, of);
    return {
      printer: printer && this.printerView(printer),
      labels: labels.map(({ label, state, last }) => ({
        ...{ order: label.order, ticket: label.ticket, number: label.number, of: label.of, state },
        ...{ printedAt: last?.printedAt?.toISOString() ?? null, label: last?.id ?? null },
      })),
    };
  }

  /**
   * Has labels printed that are not, or are not true any more; `again` those too that are. What waits already waits once.
   * @throws ProblemError `no-printer`, `label-too-small`, `too-many-labels`, `order-not-found`
   */
  print({ number, again = false, ...of }: PrintAsk): Promise<PrintingView> {
    return this.db.transaction(async (manager) => {
      await lockUntilCommit(manager, 'labels');
      const printer = await workshopPrinter(manager);
      if (!printer) throw new ProblemError('no-printer');
      const wanted = (await this.standing(manager, of)).filter(
        ({ label, state }) =>
          (number === undefined || label.number === number) &&
          state !== 'waits' &&
          (again || state !== 'printed'),
      );
      requireFew(wanted.length);
      const paper = await labelPaper(manager, { sheet: printer.sheet ?? undefined });
      for (const { label } of wanted) lettersOf(label, paper);
      await manager.insert(
        LabelEntity,
        wanted.map(({ label }) => ({
          ...{ deviceId: printer.id, at: this.clock.now(), printedAt: null },
          ...{ orderId: label.order, number: label.number, ...written(label, paper) },
        })),
      );
      await announce(manager, 'labels');
      return this.view(of, manager);
    });
  }

  /** What waits of an order or a day is not printed after all. */
  stop({ number, ...of }: PrintAsk): Promise<PrintingView> {
    return this.db.transaction(async (manager) => {
      await lockUntilCommit(manager, 'labels');
      const waiting = (await this.standing(manager, of)).filter(
        ({ label, state }) => state === 'waits' && (number === undefined || label.number === number),
      );
      await manager.delete(LabelEntity, { id: In(waiting.flatMap(({ last }) => last?.id ?? [])) });
      await announce(manager, 'labels');
      return this.view(of, manager);
    });
  }

  /** The labels that were asked for last, the newest first. */
  async listed(): Promise<LabelView[]> {
    const labels = await this.db.manager.find(LabelEntity, { order: { at: 'DESC' }, take: LABELS_LISTED });
    return labels.map(labelView);
  }

  /** A label of a box as it was printed. @throws ProblemError `record-not-found` */
  async pdf(id: string): Promise<Buffer> {
    const { manager } = this.db;
    const label = await manager.findOneBy(LabelEntity, { id });
    if (!label?.box) throw new ProblemError('record-not-found', { what: 'label', id });
    const printer = await manager.findOneBy(DeviceEntity, { id: label.deviceId });
    return labelPdf([label.box], await labelPaper(manager, { sheet: printer?.sheet ?? undefined }));
  }

  /** What a printer has still to print, the oldest first, as it is now; what there is no box for any more waits no longer. */
  toPrint(printer: DeviceEntity): Promise<LabelView[]> {
    return this.db.transaction(async (manager) => {
      await this.heard(manager, printer);
      const where = { deviceId: printer.id, printedAt: IsNull() };
      if (!(await manager.existsBy(LabelEntity, where))) return [];
      await lockUntilCommit(manager, 'labels');
      const waiting = await manager.find(LabelEntity, {
        ...{ where, order: { at: 'ASC', orderId: 'ASC', number: 'ASC' }, take: FETCHED_MOST },
      });
      const renewed = await this.renewed(manager, printer, waiting);
      return renewed.map(labelView);
    });
  }

  /** A printer says that it has printed a label; said twice it counts once. @throws ProblemError `record-not-found` */
  async printed({ id: deviceId }: DeviceEntity, id: string): Promise<void> {
    const { manager } = this.db;
    if (!(await manager.existsBy(LabelEntity, { id, deviceId })))
      throw new ProblemError('record-not-found', { what: 'label', id });
    await manager.update(LabelEntity, { id, printedAt: IsNull() }, { printedAt: this.clock.now() });
    await announce(manager, 'labels');
  }

  /** A printer says why it prints nothing, or that it does again. */
  says(printer: DeviceEntity, { trouble }: PrinterSays): Promise<void> {
    return this.db.transaction(async (manager) => {
      await this.heard(manager, printer);
      if (printer.trouble === trouble) return;
      await manager.update(DeviceEntity, { id: printer.id }, { trouble });
      await announce(manager, 'labels');
    });
  }

  private async heard(manager: EntityManager, { id, lastHeardAt }: DeviceEntity): Promise<void> {
    const now = this.clock.now();
    const since = lastHeardAt ? now.getTime() - lastHeardAt.getTime() : Infinity;
    if (since < HEARD_EVERY_MS) return;
    await manager.update(DeviceEntity, { id }, { lastHeardAt: now });
    if (since > AWAY_MS) await announce(manager, 'labels');
  }

  private printerView({ name, sheet, trouble, lastHeardAt }: DeviceEntity): PrintingView['printer'] {
    const since = lastHeardAt ? this.clock.now().getTime() - lastHeardAt.getTime() : Infinity;
    return { name, sheet: sheet!, trouble, isAway: since > AWAY_MS };
  }

  /** Each label as it would be now, with the last one that was asked for. */
  private async standing(manager: EntityManager, of: PapersOf): Promise<Standing[]> {
    const labels = await boxLabels(manager, this.clock, of);
    const orders = [...new Set(labels.map(({ order }) => order))];
    const asked = await manager.find(LabelEntity, { where: { orderId: In(orders) }, order: { at: 'ASC' } });
    const lastOf = new Map(asked.map((each) => [keyOf(each.orderId!, each.number!), each]));
    return labels.map((label) => {
      const last = lastOf.get(keyOf(label.order, label.number)) ?? null;
      return { label, last, state: stateOf(label, last) };
    });
  }

  private async renewed(
    manager: EntityManager,
    printer: DeviceEntity,
    waiting: readonly LabelEntity[],
  ): Promise<LabelEntity[]> {
    const orders = [...new Set(waiting.flatMap(({ orderId }) => orderId ?? []))];
    const labels = orders.length > 0 ? await boxLabels(manager, this.clock, { orders }) : [];
    const nowOf = new Map(labels.map((label) => [keyOf(label.order, label.number), label]));
    const paper = await labelPaper(manager, { sheet: printer.sheet ?? undefined });
    const kept: LabelEntity[] = [];
    for (const each of waiting) {
      const box = each.orderId === null ? null : nowOf.get(keyOf(each.orderId, each.number!));
      if (box === undefined || (box && pointsOf(box, paper) === null))
        await manager.delete(LabelEntity, { id: each.id });
      else kept.push(box ? Object.assign(each, written(box, paper)) : each);
    }
    await manager.save(kept);
    if (kept.length < waiting.length) await announce(manager, 'labels');
    return kept;
  }
}

interface Standing {
  readonly label: BoxLabelView;
  readonly last: LabelEntity | null;
  readonly state: LabelState;
}

function keyOf(order: string, number: number): string {
  return `${order} ${number}`;
}

function stateOf(label: BoxLabelView, last: LabelEntity | null): LabelState {
  if (!last?.box) return 'none';
  if (last.printedAt === null) return 'waits';
  return isLabelTrue(saysOf(last.box), saysOf(label)) ? 'printed' : 'untrue';
}

function saysOf({ eatBy, ...label }: BoxLabelView): LabelSays {
  return { ...label, eatBy: eatBy === null ? null : Date.parse(eatBy) };
}

/** A label as it is kept: for printers that set a page, and line by line for those that only print text. */
function written(box: BoxLabelView, paper: LabelPaper): Pick<LabelEntity, 'box' | 'title' | 'lines'> {
  const [, ...lines] = labelTexts(box, paper).all;
  const which = box.of > 1 ? `, ${box.number} of ${box.of}` : '';
  return { box, title: `${box.ticket}, ${box.box || 'loose pieces'}${which}`, lines };
}

function labelView({ id, at, title, lines, printedAt, box }: LabelEntity): LabelView {
  return {
    ...{ id, at: at.toISOString(), title, lines, printedAt: printedAt?.toISOString() ?? null },
    pdf: box ? `/api/labels/${id}.pdf` : null,
  };
}
