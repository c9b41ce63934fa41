/** A picture open in the page, with the worker that reads and searches it. */
import { proxy, wrap, type Remote } from 'comlink'
import { onScopeDispose, ref, shallowRef } from 'vue'
import type { PracticeKind, Suggestion } from '@thistle/core/photo'
import type { PhotoWorker, Prepared, PreparedPractice } from './photo.worker.ts'

export const MOST_PHOTO_BYTES = 20 * 1024 * 1024

export function usePhoto() {
  const worker = new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' })
  const remote: Remote<PhotoWorker> = wrap<PhotoWorker>(worker)
  const picture = shallowRef<Prepared | null>(null)
  const opening = ref(false)
  const fault = ref<string | null>(null)
  const suggestions = shallowRef<readonly Suggestion[]>([])
  /** How far the search is, 0-1; null where none runs. */
  const searching = ref<number | null>(null)

  function forget(): void {
    for (const level of picture.value?.levels ?? []) level.close()
    picture.value = null
    suggestions.value = []
  }
  onScopeDispose(() => {
    forget()
    worker.terminate()
  })

  async function show<T extends Prepared>(work: () => Promise<T>, refusal: string): Promise<T | null> {
    opening.value = true
    fault.value = null
    try {
      const made = await work()
      forget()
      picture.value = made
      return made
    } catch {
      fault.value = refusal
      return null
    } finally {
      opening.value = false
    }
  }
  /** Opens a file, or says why not. */
  async function open(file: Blob, name = 'This file'): Promise<Prepared | null> {
    if (file.size > MOST_PHOTO_BYTES) {
      fault.value = `${name} has ${Math.ceil(file.size / 1024 / 1024)} MB: 20 MB is the most. Take it smaller, or crop it.`
      return null
    }
    return show(() => remote.open(file), `${name} is not a picture that can be read here: JPEG, PNG or WebP are.`)
  }
  const practise = (kind: PracticeKind, mites: number, seed: number): Promise<PreparedPractice | null> =>
    show(() => remote.practise(kind, mites, seed), 'The practice picture could not be drawn.')

  /** Searches for places that look like a mite. `across`: what the picture shows across, mm. */
  async function suggest(across: number): Promise<void> {
    searching.value = 0
    const found = await remote.suggest(
      across,
      proxy((share: number) => {
        if (searching.value !== null) searching.value = share
      }),
    )
    searching.value = null
    if (found) suggestions.value = found
  }
  const stop = () => void remote.stop()
  return { picture, opening, fault, suggestions, searching, open, practise, suggest, stop, forget }
}
