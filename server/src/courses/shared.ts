/**
 * Values as JSON in which what stands more than once is written once. The courses of one decision say nearly the same: 148 kB of JSON a
 * course are 24 kB so, and 2.3 kB compressed (12 kB one by one), measured on yards of up to 24.
 *
 * An object or list from `SHORT` letters on is a part, numbered from 0 in the order in which parts are told; in its place stands its
 * number, `{"$": 12}`. A part leads to earlier ones alone. A key that begins with `$` of itself has one more.
 */

/** The parts that a row tells for the first time; from 0 on, a new row of rows begins. */
export interface Parts {
  readonly from: number
  readonly parts: readonly unknown[]
}

/** Shorter than this, letters, a number in its place would spare nothing. */
const SHORT = 60
const WORD = '$'
const escaped = (key: string): string => (key.startsWith(WORD) ? WORD + key : key)
const meant = (key: string): string => (key.startsWith(WORD + WORD) ? key.slice(1) : key)

export class SharedWriter {
  readonly #known = new Map<string, number>()
  #fresh: string[] = []
  #from = 0

  /** A value as JSON, with its parts put aside. */
  of(value: unknown): string {
    if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null'
    let text = ''
    if (Array.isArray(value)) {
      for (const v of value as unknown[]) text += text === '' ? this.of(v) : `,${this.of(v)}`
      text = `[${text}]`
    } else {
      for (const [key, v] of Object.entries(value) as [string, unknown][])
        if (v !== undefined) text += text === '' ? this.#key(key) + this.of(v) : `,${this.#key(key)}${this.of(v)}`
      text = `{${text}}`
    }
    if (text.length < SHORT) return text
    const known = this.#known.get(text) ?? this.#known.size
    if (known === this.#known.size) {
      this.#known.set(text, known)
      this.#fresh.push(text)
    }
    return `{"${WORD}":${known}}`
  }

  readonly #keys = new Map<string, string>()
  /** A key as JSON with its colon: there are a hundred of them, ten thousand times. */
  #key(key: string): string {
    let known = this.#keys.get(key)
    if (known === undefined) this.#keys.set(key, (known = `${JSON.stringify(escaped(key))}:`))
    return known
  }

  /** The parts that were put aside since this was asked last, as JSON of {@link Parts}. */
  parts(): string {
    const told = `{"from":${this.#from},"parts":[${this.#fresh.join()}]}`
    this.#from += this.#fresh.length
    this.#fresh = []
    return told
  }
}

/** The most that a row or a part says, letters, and all parts of one row of rows: files from outside are read too. */
const MOST = 4_000_000
const MOST_OF_ALL = 400_000_000

export class SharedReader {
  #parts: { readonly value: unknown; readonly letters: number }[] = []
  #letters = 0

  /** Takes the parts of the next row. @throws Error in words where they do not go on from those before, or lead nowhere. */
  take({ from, parts }: Parts): void {
    if (from === 0) this.forget()
    if (from !== this.#parts.length) throw new Error(`its parts begin at ${from} and should at ${this.#parts.length}`)
    for (const part of parts) {
      const whole = this.#whole(part)
      this.#letters += whole.letters
      if (this.#letters > MOST_OF_ALL) throw new Error('its parts say more than any decision does')
      this.#parts.push(whole)
    }
  }

  /** A row that tells none ends the row of rows. */
  forget(): void {
    this.#parts = []
    this.#letters = 0
  }

  /** What a value says. Parts are handed out themselves, not copied: nobody may write in them. @throws Error in words. */
  read(value: unknown): unknown {
    return this.#whole(value).value
  }

  #whole(value: unknown): { readonly value: unknown; readonly letters: number } {
    if (value === null || typeof value !== 'object') return { value, letters: typeof value === 'string' ? value.length : 4 }
    const entries = Object.entries(value)
    if (entries.length === 1 && entries[0]?.[0] === WORD) {
      const part = this.#parts[Number(entries[0][1])]
      if (!part) throw new Error(`it leads to part ${String(entries[0][1])}, which was not told before it`)
      return part
    }
    let letters = 2
    const read = entries.map(([key, v]: [string, unknown]): [string, unknown] => {
      const whole = this.#whole(v)
      letters += key.length + whole.letters
      if (letters > MOST) throw new Error('it says more than any course does')
      return [meant(key), whole.value]
    })
    return { value: Array.isArray(value) ? read.map(([, v]) => v) : Object.fromEntries(read), letters }
  }
}
