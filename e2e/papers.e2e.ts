import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Order, OrderPage, PrinterManner, SimulatedPrinterView } from '@alnage/contract';
import type { Page } from '@playwright/test';
import jsQR from 'jsqr';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
// @ts-expect-error plain JavaScript, shared with the scripts
import { CHROMIUM_ARGUMENTS } from '../tools/lib/browser.mjs';
// @ts-expect-error plain JavaScript, shared with the scripts
import { findChromium } from '../tools/lib/debian.mjs';
import { expect, expectAccessible, go, test } from './workshop';

/** What the camera of this browser sees: written while the test goes. */
const film = join(mkdtempSync(join(tmpdir(), 'alnage-')), 'camera.y4m');
const camera = [
  '--use-fake-device-for-media-stream',
  '--use-fake-ui-for-media-stream',
  `--use-file-for-fake-video-capture=${film}`,
];

test.use({
  ownDemo: 'papers',
  permissions: ['camera'],
  launchOptions: {
    executablePath: findChromium() as string,
    args: [...(CHROMIUM_ARGUMENTS as string[]), ...camera],
  },
});
test.describe.configure({ mode: 'serial' });

const address = (): string => process.env['ALNAGE_E2E_DEMO']!;

interface Picture {
  readonly width: number;
  readonly height: number;
  readonly data: number[];
}

/** The preview’s page as a telephone’s camera would take it, 640 wide, pixel by pixel. */
async function pictureOf(page: Page): Promise<Picture> {
  const canvas = page.getByRole('img').and(page.locator('canvas'));
  await expect(canvas).toBeVisible();
  await expect(canvas).not.toHaveAttribute('aria-label', '');
  return canvas.evaluate((element) => {
    const sheet = element as HTMLCanvasElement;
    const small = document.createElement('canvas');
    small.width = 640;
    small.height = Math.round((640 * sheet.height) / sheet.width);
    const pen = small.getContext('2d')!;
    pen.drawImage(sheet, 0, 0, small.width, small.height);
    const { width, height } = small;
    return { width, height, data: [...pen.getImageData(0, 0, width, height).data] };
  });
}

function codeIn({ data, width, height }: Picture): string | undefined {
  return jsQR(Uint8ClampedArray.from(data), width, height)?.data;
}

/** A film of one picture as a camera gives it: 640 × 480, grey, 10 pictures a second. */
function filmOf({ data, width, height }: Picture): Buffer {
  const [w, h] = [640, 480];
  const scale = Math.min(w / width, h / height);
  const luma = Buffer.alloc(w * h, 235);
  for (let y = 0; y < Math.floor(height * scale); y++)
    for (let x = 0; x < Math.floor(width * scale); x++) {
      const at = 4 * (Math.floor(y / scale) * width + Math.floor(x / scale));
      luma[y * w + x] = 16 + Math.round((219 * data[at]!) / 255);
    }
  const chroma = Buffer.alloc((w * h) / 2, 128);
  const frame = Buffer.concat([Buffer.from('FRAME\n'), luma, chroma]);
  const head = Buffer.from(`YUV4MPEG2 W${w} H${h} F10:1 Ip A1:1 C420jpeg\n`);
  return Buffer.concat([head, ...Array.from({ length: 10 }, () => frame)]);
}

async function orderOf(page: Page, ticket: string): Promise<Order> {
  const answer = await page.request.get(`${address()}/api/orders?limit=2000`);
  return ((await answer.json()) as OrderPage).orders.find((each) => each.ticket === ticket)!;
}

test('a ticket is looked at as it prints, and found again by its code before the camera', async ({
  demo,
}) => {
  await go(demo, '/counter');
  await demo.getByRole('button', { name: 'M-0391', exact: true }).click();
  await demo.getByRole('button', { name: 'Preview: Ticket' }).click();
  const dialog = demo.getByRole('dialog', { name: 'Ticket' });
  await expect(dialog.getByRole('img', { name: /M-0391 Boatyard .* To pay/ })).toBeVisible();
  await expectAccessible(demo);
  const picture = await pictureOf(demo);
  expect(codeIn(picture)).toBe('M-0391');
  writeFileSync(film, filmOf(picture));
  await dialog.getByRole('button', { name: 'Close' }).click();
  await demo.getByRole('button', { name: 'M-0376', exact: true }).click();
  await expect(demo.getByRole('button', { name: 'M-0376', exact: true })).toHaveAttribute('aria-current');
  await demo.getByRole('button', { name: 'Scan' }).click();
  await expect(demo.getByRole('button', { name: 'M-0391', exact: true })).toHaveAttribute('aria-current');
  await expect(demo.getByRole('button', { name: 'Close the camera' })).toBeHidden();
  // of another day it is said to be
  await demo.getByRole('button', { name: /^Sat 20/ }).click();
  await demo.getByRole('button', { name: 'Scan' }).click();
  await expect(demo.getByText('“M-0391” is no ticket of this day')).toBeVisible();
});

test('a label says what is in the box, by its code, to a reader of PDFs, and as a picture', async ({
  demo,
}) => {
  await go(demo, '/counter');
  await demo.getByRole('button', { name: 'M-0400', exact: true }).click();
  await demo.getByLabel('Labels', { exact: true }).selectOption({ label: 'roll, 100 mm' });
  const print = demo.getByRole('link', { name: 'Print: Labels on sheets' });
  await expect(print).toHaveAttribute('href', /sheet=roll-62x100/);
  const pdf = await demo.request.get(address() + (await print.getAttribute('href'))!);
  const document = await getDocument({ data: new Uint8Array(await pdf.body()) }).promise;
  const { items } = await (await document.getPage(1)).getTextContent();
  const text = items
    .map((item) => ('str' in item ? item.str : ''))
    .join(' ')
    .replace(/\s+/g, ' ');
  await demo.getByRole('button', { name: 'Preview: Labels on sheets' }).click();
  const shown = demo.getByRole('dialog').getByRole('img');
  await expect(shown).toHaveAttribute('aria-label', text);
  for (const told of ['M-0400', 'Ingredients:', '(GLUTEN', 'May contain nuts', 'Eat by', 'Net '])
    expect(text).toContain(told);
  const picture = await pictureOf(demo);
  expect(codeIn(picture)).toBe('M-0400');
  // and there is ink on it, within its edges
  const ink = picture.data.filter((value, index) => index % 4 === 0 && value < 100).length;
  expect(ink / (picture.width * picture.height)).toBeGreaterThan(0.02);
});

test('labels wait for a printer that is jammed, out or away; none is printed twice', async ({ demo }) => {
  const set = async (manner: PrinterManner) =>
    expect(
      (await demo.request.put(`${address()}/api/simulated/printer`, { data: { manner } })).status(),
    ).toBe(200);
  const tray = async (): Promise<string[]> =>
    (
      (await (await demo.request.get(`${address()}/api/simulated/printer`)).json()) as SimulatedPrinterView
    ).tray.map(({ title }) => title);
  await go(demo, '/counter');
  await demo.getByRole('button', { name: 'M-0400', exact: true }).click();
  await demo.getByRole('button', { name: /^Print 1 label on/ }).click();
  await expect(demo.getByText(/^Its label: printed/)).toBeVisible();
  expect(await tray()).toEqual(['M-0400, loose pieces']);
  await set('jams');
  await demo.getByRole('button', { name: /^Print again: Its label/ }).click();
  await expect(demo.getByText(/Label printer is jammed.* 1 label waits for it/)).toBeVisible();
  await expect(demo.getByText('Its label: waits for the printer')).toBeVisible();
  await expectAccessible(demo);
  await set('out');
  await expect(demo.getByText(/Label printer is out of labels/)).toBeVisible();
  expect(await tray()).toHaveLength(1);
  await set('mute');
  await expect.poll(tray).toHaveLength(2);
  await expect(demo.getByText('Its label: waits for the printer')).toBeVisible();
  await set('prints');
  await expect(demo.getByText(/^Its label: printed/)).toBeVisible();
  expect(await tray()).toHaveLength(2);
  // what lies in the tray is what it says it is
  await go(demo, '/workshop/devices');
  await expect(demo.getByLabel('The printer')).toHaveValue('prints');
  const label = demo.getByRole('link', { name: 'M-0400, loose pieces' }).first();
  expect((await demo.request.get(address() + (await label.getAttribute('href'))!)).headers()).toMatchObject({
    'content-type': 'application/pdf',
  });
  await expectAccessible(demo);
});

test('a label that is not true any more is told, and printed anew', async ({ demo }) => {
  await go(demo, '/counter');
  const { id, version } = await orderOf(demo, 'M-0376');
  await demo.getByRole('button', { name: 'M-0376', exact: true }).click();
  await demo.getByRole('button', { name: /^Print 1 label on/ }).click();
  await expect(demo.getByText(/^Its label: printed/)).toBeVisible();
  const order = await orderOf(demo, 'M-0376');
  const changed = await demo.request.put(`${address()}/api/orders/${id}`, {
    data: {
      ...{ customer: order.customer, pickup: order.pickup, pickupPoint: order.pickupPoint, note: order.note },
      lines: [{ piece: 'rye-truffle', pieces: 32 }],
      ...{ boxes: [], version, despiteKitchen: { reason: 'Half of it', name: 'Runa' } },
    },
  });
  expect(changed.status(), await changed.text()).toBe(200);
  await expect(demo.getByText(/printed, and not true any more: take it off/)).toBeVisible();
  await demo.getByRole('button', { name: /^Print 1 label on/ }).click();
  await expect(demo.getByText(/^Its label: printed Thu/)).toBeVisible();
});
