/** A list that keeps its room when it is filled anew: only the first `count` of its items hold. */
export class Growing<T> {
  readonly items: T[] = []
  count = 0

  push(item: T): void {
    this.items[this.count++] = item
  }
}
