import { expose } from 'comlink';
import { Desk } from '@/workers/desk';

/** For tests: a desk's worker without a thread; what is asked of it crosses a channel as it would. */
export class DeskStandIn {
  private readonly near: MessagePort;
  private readonly far: MessagePort;
  /** Those that are open. */
  static open = 0;

  constructor() {
    const { port1, port2 } = new MessageChannel();
    [this.near, this.far] = [port1, port2];
    expose(new Desk(), port2);
    port1.start();
    DeskStandIn.open++;
  }

  postMessage(message: unknown, transfer: Transferable[]): void {
    this.near.postMessage(message, transfer);
  }

  addEventListener(kind: string, hear: EventListener): void {
    this.near.addEventListener(kind, hear);
  }

  removeEventListener(kind: string, hear: EventListener): void {
    this.near.removeEventListener(kind, hear);
  }

  terminate(): void {
    this.near.close();
    this.far.close();
    DeskStandIn.open--;
  }
}
