import type { Bound } from '../input/bounds';
import { InputError } from '../input/input-error';
import type { RecordReader } from '../input/record-reader';
import { heldMelt } from './held-melt';
import type { Batch, BatchStage, FixedWork, Melt, Melter, Problem } from './problem';
import { COUNT, reference, unique } from './read-parts';

/** The started and pinned work of a problem; its references must resolve in it. @throws InputError */
export function readFixedWork(record: RecordReader, problem: Problem): FixedWork {
  const melts = unique(record.records('melts'), (melt) => readMelt(melt, problem));
  const held = problem.melters.filter(({ holds }) => holds !== undefined);
  requireOneFilling(record, { held, melts, now: problem.now ?? 0 });
  const meltIds = new Set([...melts.map((melt) => melt.id), ...held.map(heldMelt)]);
  const batches = unique(record.records('batches'), (batch) => readBatch(batch, problem, meltIds));
  return { batches, melts };
}

/** What a bowl holds at `now` is told by `holds` or by a melt that has begun, not by both. */
function requireOneFilling(
  record: RecordReader,
  { held, melts, now }: { held: readonly Melter[]; melts: readonly Melt[]; now: number },
): void {
  const ids = new Set(held.map(({ id }) => id));
  melts.forEach(({ id, melter, setupStart, closed }, i) => {
    if (ids.has(melter) && setupStart < now && closed > now)
      throw new InputError({
        code: 'duplicate',
        field: `${record.at('melts')}/${i}`,
        value: id,
        range: `no melt under way in ${melter}, which holds something by itself`,
      });
  });
}

function known(list: readonly { readonly id: string }[]): ReadonlySet<string> {
  return new Set(list.map((item) => item.id));
}

function minute(problem: Problem): Bound {
  return { min: 0, max: problem.horizon, isInteger: true };
}

function readMelt(record: RecordReader, problem: Problem): Melt {
  return {
    id: record.text('id'),
    melter: reference(record, 'melter', known(problem.melters)),
    coating: reference(record, 'coating', known(problem.coatings)),
    grams: record.number('grams', COUNT),
    person: reference(record, 'person', known(problem.people)),
    setupStart: record.number('setupStart', minute(problem)),
    setupEnd: record.number('setupEnd', minute(problem)),
    closed: record.number('closed', minute(problem)),
  };
}

function readBatch(record: RecordReader, problem: Problem, meltIds: ReadonlySet<string>): Batch {
  const orders = known(problem.orders);
  return {
    id: record.text('id'),
    product: reference(record, 'product', known(problem.products)),
    pieces: record.number('pieces', COUNT),
    serves: record.records('serves').map((serve) => ({
      order: reference(serve, 'order', orders),
      pieces: serve.number('pieces', COUNT),
    })),
    stages: record.records('stages').map((stage) => readBatchStage(stage, problem, meltIds)),
  };
}

function readBatchStage(record: RecordReader, problem: Problem, meltIds: ReadonlySet<string>): BatchStage {
  return {
    stage: record.text('stage'),
    person: reference(record, 'person', known(problem.people)),
    start: record.number('start', minute(problem)),
    end: record.number('end', minute(problem)),
    melt: record.required('melt') === null ? null : reference(record, 'melt', meltIds),
  };
}
