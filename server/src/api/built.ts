import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import { LRUCache } from 'lru-cache'

const zip = promisify(gzip)
/** All that is kept together, bytes: some twelve whole answers of a holding of 1,700 colonies, or thousands of ten. */
const MOST_BYTES = 64 * 1024 * 1024
/** What compressing adds to a text that is kept, at most. */
const WITH_ZIPPED = 1.25

/** An answer as it was built, and compressed once for all who read it so. */
export class BuiltAnswer {
  readonly body: Buffer
  #zipped: Promise<Buffer> | null = null
  constructor(text: string) {
    this.body = Buffer.from(text)
  }
  zipped(): Promise<Buffer> {
    return (this.#zipped ??= zip(this.body))
  }
}
interface Kept {
  readonly mark: string
  readonly answer: BuiltAnswer
}

/**
 * Answers as they were built, by whom they are for: given again while their mark is the same. Of one question the newest alone is kept,
 * and of all of them those that were asked for last. Whoever asks for what is being built waits for that.
 */
export class Built {
  readonly #kept = new LRUCache<string, Kept>({
    maxSize: MOST_BYTES,
    sizeCalculation: ({ answer }, key) => Math.ceil(answer.body.length * WITH_ZIPPED) + key.length + 200,
  })
  readonly #building = new Map<string, Promise<BuiltAnswer>>()

  /** What was built for a question is no longer what was told last: another process has answered it since. */
  drop(question: string): void {
    this.#kept.delete(question)
  }

  /** The answer to a question while it has this mark, built by `build` where it is not at hand. What fails is not kept. */
  async of(question: string, mark: string, build: () => Promise<string>): Promise<BuiltAnswer> {
    const kept = this.#kept.get(question)
    if (kept?.mark === mark) return kept.answer
    const key = `${question} ${mark}`
    const running = this.#building.get(key)
    if (running) return running
    const building = build().then((text) => new BuiltAnswer(text))
    this.#building.set(key, building)
    try {
      const answer = await building
      this.#kept.set(question, { mark, answer })
      return answer
    } finally {
      this.#building.delete(key)
    }
  }
}
