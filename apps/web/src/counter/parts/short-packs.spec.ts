import type { ShortPack } from '@alnage/contract';
import { WallTime } from '../../shared/formats/wall-time';
import { LiveActions } from '../../state/live.state';
import { render } from '../../testing/render';
import { order } from '../../testing/small-workshop';
import { ShortPacks } from './short-packs';

const pack = (lacks: Partial<ShortPack['lacks'][number]> = {}): ShortPack => ({
  ...{ order: 'o1', ticket: 'M-0400', customer: 'Ode', phone: '040 555', version: 3 },
  leavesAt: '2026-06-19T12:00:00.000Z',
  lacks: [{ piece: 'dusk-berry', pieces: 12, why: 'not-made', swaps: [], ...lacks }],
});

async function shown(packs: readonly ShortPack[]) {
  const page = await render(ShortPacks, {}, { wall: new WallTime('Europe/Helsinki') });
  const told = async (all: readonly ShortPack[]): Promise<void> => {
    page.http.expectOne('/api/orders/short').flush({ until: '2026-06-19T20:59:59.999Z', packs: all });
    await page.settle();
  };
  await told(packs);
  return { page, told };
}

describe('orders that lack something', () => {
  test('are not spoken of where none does', async () => {
    const { page, told } = await shown([]);
    expect(page.text()).toBe('');
    page.store.dispatch(LiveActions.benchChanged());
    page.store.dispatch(LiveActions.ordersChanged());
    // both are read at once, a second later
    await new Promise((resolve) => setTimeout(resolve, 1100));
    await told([pack()]);
    expect(page.text()).toContain('1 order of today and tomorrow lacks something.');
    expect(page.text()).toContain('M-0400 Ode, Fri 19, 15:00: 12 dusk berry lack, nothing is made');
    expect(page.text()).toContain('Nothing that may stand for it is there: ring 040 555');
  });

  test('get what stands for it, once, against the version that was seen', async () => {
    const eatBy = '2026-06-21T12:00:00.000Z';
    const { page } = await shown([
      pack({ why: 'too-old', swaps: [{ piece: 'frost-berry', pieces: 10, eatBy }] }),
    ]);
    expect(page.text()).toContain('what there is will be too old');
    await page.click('Swap in M-0400: 10 frost-berry instead');
    const asked = page.http.expectOne('/api/orders/o1/swap');
    expect(asked.request.body).toEqual({ from: 'dusk-berry', to: 'frost-berry', pieces: 10, version: 3 });
    expect(page.page.querySelector('button')!.disabled).toBe(true);
    asked.flush(order());
    await page.settle();
    expect(page.page.querySelector('button')!.disabled).toBe(false);
  });

  test('are told why nothing was swapped', async () => {
    const eatBy = '2026-06-21T12:00:00.000Z';
    const { page } = await shown([pack({ swaps: [{ piece: 'frost-berry', pieces: 10, eatBy }] })]);
    await page.click('Swap in M-0400: 10 frost-berry instead');
    page.http.expectOne('/api/orders/o1/swap').flush(
      {
        ...{ code: 'invalid-input', params: {} },
        errors: [
          {
            pointer: '/pieces',
            code: 'more-than-there',
            params: { value: 10, limit: 4, unit: 'pieces' },
          },
        ],
      },
      { status: 400, statusText: 'Bad Request' },
    );
    await page.settle();
    expect(page.page.querySelector('[role=alert]')!.textContent).toContain('4');
  });
});
