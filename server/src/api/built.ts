import { LRUCache } from 'lru-cache'

/** All that is kept together, bytes: some fifteen whole answers of a holding of 1,700 colonies, or thousands of ten. */
const MOST_BYTES = 64 * 1024 * 1024

interface Kept {
  readonly mark: string
  readonly body: Buffer
}

/**
 * Answers as they were built, by whom they are for: given again while their mark is the same. Of one question the newest alone is kept,
 * and of all of them those that were asked for last. Whoever asks for what is being built waits for that.
 */
export class Built {
  readonly #kept = new LRUCache<string, Kept>({ maxSize: MOST_BYTES, sizeCalculation: ({ body }, key) => body.length + key.length + 200 })
  readonly #building = new Map<string, Promise<Buffer>>()

  /** What was built for a question is no longer what was told last: another process has answered it since. */
  drop(question: string): void {
    this.#kept.delete(question)
  }

  /** The answer to a question while it has this mark, built by `build` where it is not at hand. What fails is not kept. */
  async of(question: string, mark: string, build: () => Promise<string>): Promise<Buffer> {
    const kept = this.#kept.get(question)
    if (kept?.mark === mark) return kept.body
    const key = `${question} ${mark}`
    const running = this.#building.get(key)
    if (running) return running
    const building = build().then((text) => Buffer.from(text))
    this.#building.set(key, building)
    try {
      const body = await building
      this.#kept.set(question, { mark, body })
      return body
    } finally {
      this.#building.delete(key)
    }
  }
}
