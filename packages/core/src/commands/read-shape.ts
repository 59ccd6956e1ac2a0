import { CURVATURE, LENGTH_MM, SHAPE_DIMENSIONS, type Shape, type ShapeKind } from '../coating/shape';
import type { RecordReader } from '../input/record-reader';

/** The shape of a centre with its sizes. @throws InputError */
export function readShape(record: RecordReader): Shape {
  const kind = record.oneOf('kind', Object.keys(SHAPE_DIMENSIONS) as ShapeKind[]);
  const names = SHAPE_DIMENSIONS[kind];
  record.allowOnly(['kind', ...names]);
  const sizes = names.map((name) => [
    name,
    record.number(name, name === 'curvature' ? CURVATURE : LENGTH_MM),
  ]);
  return { kind, ...Object.fromEntries(sizes) } as Shape;
}
