/** Attributes that the library puts on the box around a field are put on the field itself, where readers look for them. */
import { watchPostEffect, type Ref } from 'vue'

/** Keeps the attributes of the first input under `root` as `carries` says; undefined takes one away. */
export function useCarried(root: Ref<HTMLElement | null>, carries: () => Readonly<Record<string, string | undefined>>): void {
  watchPostEffect(() => {
    const said = carries()
    const field = root.value?.querySelector('input')
    for (const [name, value] of Object.entries(said)) {
      if (value === undefined) field?.removeAttribute(name)
      else field?.setAttribute(name, value)
    }
  })
}
