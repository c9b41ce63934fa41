/** Something said, as data: what is said, with which figures, days and names. The sentence is made from them when it is read. */
export interface Said {
  readonly key: string
  readonly with: Readonly<Record<string, unknown>>
  /** In the core's notation. */
  readonly text: string
}

type Sentences = Readonly<Record<string, (figures: never) => string>>
type Spoken<T extends Sentences> = { readonly [K in keyof T]: (...figures: Parameters<T[K]>) => Said }

function said(key: string, figures: Readonly<Record<string, unknown>>, sentence: (figures: never) => string): Said {
  let text: string | undefined
  // As data it is its key and its figures: the sentence is no part of what is copied, compared or sent.
  return Object.defineProperty({ key, with: figures, text: '' }, 'text', { enumerable: false, get: () => (text ??= sentence(figures as never)) })
}

/** Sentences under one name, each called with its figures: "need.weak" of `speaker('need', { weak: (v) => ... })`. */
export function speaker<T extends Sentences>(name: string, sentences: T): Spoken<T> {
  const spoken = Object.entries(sentences).map(([key, sentence]) => [key, (figures = {}) => said(`${name}.${key}`, figures, sentence)] as const)
  return Object.fromEntries(spoken) as unknown as Spoken<T>
}
