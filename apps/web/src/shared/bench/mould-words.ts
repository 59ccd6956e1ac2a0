import type { RouteStage } from '@alnage/contract';
import type { CoatRole, MouldedForm } from '@alnage/core/coating';
import type { Bound } from '@alnage/core/input';
import { pieceMass, temperature, thickness } from '../formats/formats';

/** What is done with a mould in a stage of the route. */
export type MouldWork = 'shell' | 'fill' | 'cap' | 'release';

/** What of a mould's work a stage is; null for what has nothing to do with it, such as cooking the filling before. */
export function mouldWorkOf(
  stage: string,
  route: readonly Pick<RouteStage, 'id' | 'coat'>[],
): MouldWork | null {
  const at = route.findIndex(({ id }) => id === stage);
  const atCoat = (coat: CoatRole): number => route.findIndex((each) => each.coat === coat);
  const [shell, cap] = [atCoat('shell'), atCoat('cap')];
  if (at < 0 || shell < 0 || at < shell) return null;
  if (at === shell) return 'shell';
  if (at === cap) return 'cap';
  if (at < cap) return 'fill';
  return at === Math.max(shell, cap) + 1 ? 'release' : null;
}

/** What is told of how a piece is made: step by step, what can go wrong, and what has to be waited for with a mould full. */
export interface GuideTold {
  readonly steps: readonly string[];
  readonly danger: string;
  /** Seconds before it is emptied; null: none to be timed. */
  readonly waitSeconds: number | null;
}

export interface MouldContext {
  readonly form: MouldedForm;
  readonly mouldCelsius: number;
  /** Seconds for its wall; null: no wait makes it. */
  readonly seconds: number | null;
  readonly filling: Bound;
}

/** How a mould is worked in a stage. */
export function mouldWords(work: MouldWork, context: MouldContext): GuideTold {
  return TELL[work](context);
}

const TELL: Readonly<Record<MouldWork, (context: MouldContext) => GuideTold>> = {
  shell: ({ form, seconds, mouldCelsius, filling }) => {
    const wall = thickness(form.wallMm);
    const isWaited = seconds !== null && seconds >= 1;
    const isClosed = !form.capCoating && form.capGrams > 0;
    return {
      steps: [
        `Moulds dry, polished, at ${temperature(mouldCelsius)}. Fill every cavity to the rim; tap until no bubble rises.`,
        seconds === null
          ? `No wait makes ${wall} here: empty it, let it set, and cast it a second time.`
          : isWaited
            ? `Wait ${Math.round(seconds)} s for a wall of ${wall}; the first mould tells: weigh it.`
            : `Empty it at once: the film alone is ${wall} or more.`,
        'Turn it over above the bowl, tap it empty, scrape the top clean, and lay it face down.',
        ...(isClosed
          ? [
              `Once it has set, fill to below the rim, ${fillingText(filling)}.`,
              `Close each with ${pieceMass(form.capGrams)}, tap, scrape level.`,
            ]
          : []),
      ],
      danger:
        'Not tapped, it has bubbles; a mould that is too cold makes the wall thick and dull, one that is warm makes none.',
      waitSeconds: isWaited ? Math.round(seconds) : null,
    };
  },
  fill: ({ filling }) => ({
    steps: [
      `Filling, ${fillingText(filling)}: feel it at the lip, or by the probe.`,
      'Two millimetres below the rim, no drop on the edge: the cap closes on what is bare.',
      'Tap it level, and let it form a skin before it is capped.',
    ],
    danger: 'A warm filling melts the shell, a cold one cracks it when it is capped.',
    waitSeconds: null,
  }),
  cap: ({ form }) => ({
    steps: [
      'Warm the rims for a second, so that the cap holds on them.',
      `Pour ${pieceMass(form.capGrams)} on each, tap, and scrape level in one stroke.`,
      'Cool until it shrinks free of the mould: then it is set.',
    ],
    danger: 'A cap that does not reach the rim lets air in, and the filling moulds.',
    waitSeconds: null,
  }),
  release: () => ({
    steps: [
      'Look from below: it is free where the mould has turned grey and even.',
      'Turn it over onto a soft cloth; tap once. What stays is cooled a few minutes more, never prised out.',
      'Wipe the moulds with cotton and keep them warm and dry for the next casting.',
    ],
    danger: 'Pulled too early it is dull and sticks.',
    waitSeconds: null,
  }),
};

function fillingText({ min, max }: Bound): string {
  return `between ${temperature(min)} and ${temperature(max)}`;
}
