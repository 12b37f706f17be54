/** Clients that are remembered. */
const MOST_SERVED = 100;

/** A queue in which clients take turns: whoever asks much waits for its own. */
export class Turns<T> {
  private readonly queues = new Map<string, T[]>();
  /** Those that were served, the last one last. */
  private served: string[] = [];
  private count = 0;

  get length(): number {
    return this.count;
  }

  /** How many of a client wait. */
  of(client: string): number {
    return this.queues.get(client)?.length ?? 0;
  }

  add(client: string, item: T): void {
    this.queues.set(client, [...(this.queues.get(client) ?? []), item]);
    this.count++;
  }

  /** The next item of the client who was served longest ago. */
  next(): T | undefined {
    const clients = [...this.queues.keys()];
    if (clients.length === 0) return undefined;
    const last = (client: string) => this.served.indexOf(client);
    const client = clients.reduce((a, b) => (last(b) < last(a) ? b : a));
    this.served = [...this.served.filter((c) => c !== client), client].slice(-MOST_SERVED);
    const [item] = this.queues.get(client)!;
    this.remove(client, item);
    return item;
  }

  /** @returns whether it was there */
  remove(client: string, item: T): boolean {
    const queue = this.queues.get(client) ?? [];
    const left = queue.filter((other) => other !== item);
    if (left.length === queue.length) return false;
    if (left.length > 0) this.queues.set(client, left);
    else this.queues.delete(client);
    this.count--;
    return true;
  }
}
