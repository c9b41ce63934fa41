/** Something said, as data: what is said, with which figures, days and names. The sentence is made from them when it is read. */
export interface Said {
  readonly key: string
  readonly with: Readonly<Record<string, unknown>>
  /** In the core's notation. */
  readonly text: string
}

type Sentences = Readonly<Record<string, (figures: never) => string>>
type Speaker<T extends Sentences> = { readonly [K in keyof T]: (...figures: Parameters<T[K]>) => Said }

/** As data it is its key and its figures: the sentence is no part of what is copied, compared or sent. */
class Spoken implements Said {
  readonly key: string
  readonly with: Said['with']
  readonly #sentence: (figures: never) => string

  constructor(key: string, figures: Said['with'], sentence: (figures: never) => string) {
    this.key = key
    this.with = figures
    this.#sentence = sentence
  }
  get text(): string {
    return this.#sentence(this.with as never)
  }
}

/** Whether something is said as data. */
export const isSaid = (value: unknown): value is Said => value instanceof Spoken

/** Sentences under one name, each called with its figures: "need.weak" of `speaker('need', { weak: (v) => ... })`. */
export function speaker<T extends Sentences>(name: string, sentences: T): Speaker<T> {
  const spoken = Object.entries(sentences).map(([key, sentence]) => [key, (figures = {}) => new Spoken(`${name}.${key}`, figures, sentence)] as const)
  return Object.fromEntries(spoken) as unknown as Speaker<T>
}
