import type { BytesIn, Edges } from '../signal/take';

/** What is done with what comes between frames. */
export interface Inputs {
  edge(tUs: number, contact: number, closed: boolean): void;
  byte(tUs: number, port: number, byte: number): void;
}

/** Edges and bytes of a take in order of time; of those at the same time edges come first. */
export class BetweenFrames {
  private edge = 0;
  private byte = 0;

  constructor(
    private readonly edges: Edges | undefined,
    private readonly bytes: BytesIn | undefined,
  ) {}

  /** Time of the next one, µs; Infinity where there is none. */
  nextUs(): number {
    return Math.min(this.edgeUs(), this.byteUs());
  }

  /** Hands over all up to a time. @returns whether there were any */
  upTo(untilUs: number, inputs: Inputs): boolean {
    let any = false;
    for (; this.nextUs() <= untilUs && this.nextUs() < Infinity; any = true)
      if (this.edgeUs() <= this.byteUs()) this.handEdge(inputs);
      else this.handByte(inputs);
    return any;
  }

  private edgeUs(): number {
    return this.edges && this.edge < this.edges.tUs.length ? this.edges.tUs[this.edge] : Infinity;
  }

  private byteUs(): number {
    return this.bytes && this.byte < this.bytes.tUs.length ? this.bytes.tUs[this.byte] : Infinity;
  }

  private handEdge(inputs: Inputs): void {
    const { tUs, contact, closed } = this.edges!;
    const i = this.edge++;
    inputs.edge(tUs[i], contact[i], closed[i] !== 0);
  }

  private handByte(inputs: Inputs): void {
    const { tUs, port, byte } = this.bytes!;
    const i = this.byte++;
    inputs.byte(tUs[i], port[i], byte[i]);
  }
}
