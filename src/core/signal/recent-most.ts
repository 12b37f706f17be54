/** The most of the values of the last while, as they come in. */
export class RecentMost {
  private readonly tUs: number[] = [];
  /** Each stands only until a larger one comes, so that they fall. */
  private readonly values: number[] = [];
  private first = 0;

  constructor(private readonly lengthUs: number) {}

  /** @param tUs not earlier than the one before */
  add(tUs: number, value: number): void {
    while (this.values.length > this.first && this.values[this.values.length - 1] <= value) {
      this.values.pop();
      this.tUs.pop();
    }
    this.values.push(value);
    this.tUs.push(tUs);
  }

  /** @param nowUs not earlier than what was added @returns null for none */
  most(nowUs: number): number | null {
    while (this.first < this.tUs.length && this.tUs[this.first] < nowUs - this.lengthUs) this.first++;
    return this.values[this.first] ?? null;
  }
}
