import { expect, expectAccessible, go, test } from './workshop';

test.use({ ownDemo: 'recall' });

test('a lot is followed to whom it went, stopped, refused at the counter, and let go', async ({ demo }) => {
  await go(demo, '/larder');
  await demo
    .getByRole('button', { name: /^Dark 64/ })
    .first()
    .click();
  await demo.getByRole('link', { name: 'Where it went' }).first().click();
  await expect(demo.getByRole('heading', { name: /^Lot .+ of Dark 64$/ })).toBeVisible();
  await expect(demo.getByText(/orders? of .+ left the shop, .+ are still here/)).toBeVisible();
  const gone = demo.getByRole('table', { name: 'Have left the shop' });
  await expect(gone.getByRole('row').nth(1)).toContainText('handed over');
  const here = demo
    .getByRole('table', { name: 'Still here' })
    .getByRole('row')
    .filter({ hasText: 'Island nursery' });
  await expect(here).toContainText('on the shelf');
  await expectAccessible(demo);
  // nothing without saying why
  await demo.getByRole('button', { name: 'Stop it' }).click();
  await expect(demo.getByText('Say why.')).toBeVisible();
  await demo.getByLabel('Why').fill('The supplier found metal in it');
  await demo.getByLabel('Your name').fill('Runa');
  const letters = await demo.getByRole('link', { name: 'Letters' }).getAttribute('href');
  await demo.getByRole('button', { name: 'Stop it' }).click();
  await expect(demo.getByText('It is stopped.')).toBeVisible();
  await expectAccessible(demo);
  const pdf = await demo.request.get(new URL(letters!, demo.url()).href);
  expect([pdf.status(), pdf.headers()['content-type']]).toEqual([200, 'application/pdf']);
  // told wherever one is, and refused at the counter
  await go(demo, '/counter');
  const bar = demo.getByRole('alert').filter({ hasText: 'Stopped The supplier found metal in it' });
  await expect(bar).toBeVisible();
  const box = demo.getByRole('listitem').filter({ hasText: 'Island nursery' });
  await expect(box).toContainText('stopped');
  await box.getByRole('button', { name: 'Hand over, M-0400' }).click();
  // this one is asked about for nuts besides: who answers for that does not answer for the stop
  const question = demo.getByRole('alertdialog');
  await question.getByLabel('Why it is right').fill('They know of it');
  await question.getByLabel('Your name').fill('Runa');
  await question.getByRole('button', { name: 'Hand it over knowingly' }).click();
  await expect(demo.getByText(/^Stopped: The supplier found metal in it\. It stays here/)).toBeVisible();
  await expectAccessible(demo);
  // the bench is told what orders lack by it
  await go(demo, '/bench');
  await expect(demo.getByRole('button', { name: 'Mend the day' })).toBeVisible();
  await bar.getByRole('link').click();
  await demo.getByRole('button', { name: 'Let go: The supplier found metal in it' }).click();
  await demo.getByLabel('Why it is right').fill('It was another lot');
  await demo.getByLabel('Your name').first().fill('Liv');
  await demo.getByRole('button', { name: 'Let it go' }).click();
  await expect(demo.getByText(/let go .+ by Liv: It was another lot/)).toBeVisible();
  await expect(bar).toBeHidden();
});
