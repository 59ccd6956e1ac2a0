import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  inject,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import jsQR from 'jsqr';

/** A picture of this width is read in a few milliseconds, and holds a code at arm’s length. */
const READ_WIDTH = 640;
const READ_EVERY_MS = 150;

/** Reads the code of a ticket or a label by the camera of this device; nothing of the picture is kept. */
@Component({
  selector: 'al-ticket-scan',
  imports: [MatButtonModule],
  template: `
    @if (trouble(); as text) {
      <p class="note over" role="alert">{{ text }}</p>
    } @else {
      <video #video muted playsinline aria-label="What the camera sees"></video>
      <p class="soft" role="status">Hold the code of a ticket or a label into the picture.</p>
    }
    <button matButton="outlined" type="button" (click)="closed.emit()">Close the camera</button>
  `,
  styles: `
    :host {
      display: block;
      margin: 8px 0;
    }
    video {
      display: block;
      width: 100%;
      max-width: 420px;
      background: #000;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TicketScan {
  /** What the code says. */
  readonly scanned = output<string>();
  readonly closed = output();

  private readonly video = viewChild<ElementRef<HTMLVideoElement>>('video');
  protected readonly trouble = signal('');
  private stream: MediaStream | null = null;
  private timer: ReturnType<typeof setInterval> | null = null;
  private isOver = false;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
    void this.start();
  }

  private async start(): Promise<void> {
    try {
      // the one at the back, where there are two
      const video = { facingMode: 'environment', width: { ideal: 1280 } };
      this.stream = await navigator.mediaDevices.getUserMedia({ video, audio: false });
    } catch (error) {
      this.trouble.set(troubleOfCamera(error));
      return;
    }
    const element = this.video()?.nativeElement;
    if (this.isOver || !element) {
      this.stop();
      return;
    }
    element.srcObject = this.stream;
    await element.play().catch(() => undefined);
    const canvas = document.createElement('canvas');
    this.timer = setInterval(() => this.read(element, canvas), READ_EVERY_MS);
  }

  private read(video: HTMLVideoElement, canvas: HTMLCanvasElement): void {
    if (video.videoWidth === 0) return;
    const scale = Math.min(1, READ_WIDTH / video.videoWidth);
    canvas.width = Math.round(video.videoWidth * scale);
    canvas.height = Math.round(video.videoHeight * scale);
    const pen = canvas.getContext('2d', { willReadFrequently: true })!;
    pen.drawImage(video, 0, 0, canvas.width, canvas.height);
    const { data, width, height } = pen.getImageData(0, 0, canvas.width, canvas.height);
    const code = jsQR(data, width, height, { inversionAttempts: 'dontInvert' });
    if (!code?.data) return;
    this.stop();
    this.scanned.emit(code.data);
  }

  /** The camera’s lamp goes out. */
  private stop(): void {
    this.isOver = true;
    if (this.timer) clearInterval(this.timer);
    for (const track of this.stream?.getTracks() ?? []) track.stop();
  }
}

function troubleOfCamera(error: unknown): string {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError')
    return 'The camera is not allowed here. Allow it in the browser’s settings, or type the ticket.';
  if (name === 'NotFoundError') return 'This device has no camera. Type the ticket.';
  return 'The camera does not answer: another program may have it. Type the ticket.';
}
