import { onScopeDispose, ref, type Ref } from 'vue'

/** True on a phone's width; follows the window. */
export function useNarrow(): Ref<boolean> {
  const query = window.matchMedia('(max-width: 720px)')
  const narrow = ref(query.matches)
  const paper = window.matchMedia('print')
  // A sheet of paper is about as wide as a phone; it is not one.
  const follow = () => {
    if (!paper.matches) narrow.value = query.matches
  }
  query.addEventListener('change', follow)
  onScopeDispose(() => query.removeEventListener('change', follow))
  return narrow
}
