import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { keepFocus } from './kept-focus';

@Component({
  template: `
    <div id="work">
      <main>
        <h1>Orders</h1>
        @if (isChosen()) {
          <button class="row" aria-current="true">M-0403</button>
        }
        @if (isOpen()) {
          <form><input aria-label="Who" /></form>
        }
        <button class="other">Other</button>
      </main>
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Host {
  readonly isOpen = signal(true);
  readonly isChosen = signal(true);
  constructor() {
    keepFocus();
  }
}

async function closed(change: (host: Host) => void): Promise<Element | null> {
  const fixture = TestBed.createComponent(Host);
  document.body.append(fixture.nativeElement as HTMLElement);
  change(fixture.componentInstance);
  fixture.detectChanges();
  const page = fixture.nativeElement as HTMLElement;
  page.querySelector('input')!.focus();
  fixture.componentInstance.isOpen.set(false);
  fixture.detectChanges();
  await new Promise((done) => setTimeout(done, 80));
  return document.activeElement;
}

describe('the focus of what goes away', () => {
  test('goes to what is chosen', async () => {
    expect((await closed(() => undefined))!.textContent).toBe('M-0403');
  });

  test('goes to the head of the place where nothing is', async () => {
    expect((await closed(({ isChosen }) => isChosen.set(false)))!.textContent).toBe('Orders');
  });

  test('stays on the body at the bench, where Space belongs to the big button', async () => {
    const tray = document.createElement('div');
    tray.id = 'work';
    tray.innerHTML = '<button class="tray">The seed is in</button>';
    document.body.append(tray);
    expect(await closed(() => undefined)).toBe(document.body);
    tray.remove();
  });

  test('stays where somebody put it', async () => {
    const fixture = TestBed.createComponent(Host);
    document.body.append(fixture.nativeElement as HTMLElement);
    fixture.detectChanges();
    const page = fixture.nativeElement as HTMLElement;
    page.querySelector('input')!.focus();
    fixture.componentInstance.isOpen.set(false);
    fixture.detectChanges();
    page.querySelector<HTMLElement>('.other')!.focus();
    await new Promise((done) => setTimeout(done, 80));
    expect(document.activeElement!.textContent).toBe('Other');
  });
});
