/** Which of the numbers 0 … n − 1 wait; asked for in order, 0 after the last. Nothing is allocated once it is made. */
export class WaitingSet {
  /** 32 of them a word, the lowest bit first. */
  private readonly words: Int32Array;
  size = 0;

  constructor(private readonly n: number) {
    this.words = new Int32Array((n + 31) >> 5);
  }

  /** All wait. */
  fill(): void {
    for (let i = 0; i < this.n; i++) this.words[i >> 5] |= 1 << (i & 31);
    this.size = this.n;
  }

  add(i: number): void {
    const bit = 1 << (i & 31);
    if ((this.words[i >> 5] & bit) === 0) this.size++;
    this.words[i >> 5] |= bit;
  }

  /** @param i one that waits */
  remove(i: number): void {
    this.words[i >> 5] &= ~(1 << (i & 31));
    this.size--;
  }

  /** The first that waits from `from` on, and then from 0 on. @returns −1 where none does */
  next(from: number): number {
    if (this.size === 0) return -1;
    const { words } = this;
    let word = from >> 5;
    let left = words[word] & (-1 << (from & 31));
    while (left === 0) {
      word = word + 1 === words.length ? 0 : word + 1;
      left = words[word];
    }
    return (word << 5) + 31 - Math.clz32(left & -left);
  }
}
