import { select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomTransform } from 'd3-zoom';

/** The most that a plan is magnified: a day becomes an hour and a bit. */
const MOST = 20;
const BY_KEY = 1.6;
const STEP_BY_KEY = 0.2;

export interface Zooming {
  /** In or out about the middle. */
  scaleBy(times: number): void;
  /** Along the axis by a share of what is seen. */
  pan(share: number): void;
  reset(): void;
  resize(width: number, left: number): void;
  destroy(): void;
}

export { BY_KEY, STEP_BY_KEY };

/**
 * Zoom and pan along the time axis by wheel (with Ctrl, or sideways), by dragging where nothing is gripped, by two
 * fingers, and by keys; `isGripped` says that a press is not for panning.
 */
export function zoomable(
  element: HTMLElement,
  {
    isGripped,
    changed,
  }: { isGripped: (event: MouseEvent | TouchEvent) => boolean; changed: (transform: ZoomTransform) => void },
): Zooming {
  const behaviour = zoom<HTMLElement, unknown>()
    .scaleExtent([1, MOST])
    .filter((event: Event) => {
      if (event instanceof WheelEvent) return event.ctrlKey || event.metaKey;
      if (event.type === 'dblclick') return false;
      if (typeof TouchEvent !== 'undefined' && event instanceof TouchEvent)
        return event.touches.length > 1 || !isGripped(event);
      return (event as MouseEvent).button === 0 && !isGripped(event as MouseEvent);
    })
    .on('zoom', ({ transform }: D3ZoomEvent<HTMLElement, unknown>) => changed(transform));
  const chosen = select(element).call(behaviour);
  const sideways = (event: WheelEvent): void => {
    const by = event.shiftKey ? event.deltaY : event.deltaX;
    if (event.ctrlKey || event.metaKey || by === 0) return;
    event.preventDefault();
    behaviour.translateBy(chosen, -by / scaleOf(element), 0);
  };
  element.addEventListener('wheel', sideways, { passive: false });
  let seen = { width: 1, left: 0 };
  return {
    scaleBy: (times) => behaviour.scaleBy(chosen, times),
    pan: (share) => behaviour.translateBy(chosen, (-share * (seen.width - seen.left)) / scaleOf(element), 0),
    reset: () => behaviour.transform(chosen, zoomIdentity),
    resize: (width, left) => {
      seen = { width, left };
      behaviour
        .extent([
          [left, 0],
          [width, 1],
        ])
        .translateExtent([
          [left, -Infinity],
          [width, Infinity],
        ]);
    },
    destroy: () => {
      chosen.on('.zoom', null);
      element.removeEventListener('wheel', sideways);
    },
  };
}

function scaleOf(element: HTMLElement): number {
  return (element as { __zoom?: ZoomTransform }).__zoom?.k ?? 1;
}
