import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';

/** Takes a file, chosen or dropped; which one was taken last stays in sight. */
@Component({
  selector: 'al-file',
  template: `
    <label
      [class.over]="isOver()"
      (dragover)="$event.preventDefault(); isOver.set(true)"
      (dragleave)="isOver.set(false)"
      (drop)="$event.preventDefault(); isOver.set(false); take($event.dataTransfer?.files)"
    >
      <input
        #file
        type="file"
        class="visually-hidden"
        [accept]="accept()"
        [disabled]="disabled()"
        [attr.aria-label]="label()"
        (change)="take(file.files); file.value = ''"
      />
      <span class="what">{{ label() }}</span>
      <span class="soft">{{ name() || 'Choose it, or drop it here' }}</span>
    </label>
  `,
  styles: `
    label {
      display: grid;
      gap: 2px;
      justify-items: start;
      min-height: 44px;
      padding: 10px 14px;
      border: 1px dashed var(--ink);
      border-radius: 3px;
      cursor: pointer;
    }
    label:hover,
    label.over {
      background: var(--woad-wash);
    }
    label:has(:focus-visible) {
      outline: 2px solid var(--woad);
      outline-offset: 2px;
    }
    label:has(:disabled) {
      opacity: 0.5;
      cursor: default;
    }
    .what {
      font-weight: 600;
    }
    .soft {
      overflow-wrap: anywhere;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileChoice {
  readonly label = input.required<string>();
  readonly accept = input('');
  readonly disabled = input(false);
  readonly picked = output<File>();

  protected readonly name = signal('');
  protected readonly isOver = signal(false);

  /** As before anything was chosen. */
  clear(): void {
    this.name.set('');
  }

  protected take(files: FileList | null | undefined): void {
    const file = files?.[0];
    if (!file || this.disabled()) return;
    this.name.set(file.name);
    this.picked.emit(file);
  }
}
