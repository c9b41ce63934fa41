/** Drag, pinch and wheel on an element, by the gesture package; ended with the component. */
import { Gesture } from '@use-gesture/vanilla'
import { onBeforeUnmount, onMounted, type Ref } from 'vue'

type Handlers = ConstructorParameters<typeof Gesture>[1]
type Settings = ConstructorParameters<typeof Gesture>[2]

export function useGestures(target: Ref<HTMLElement | null>, handlers: Handlers, settings: Settings = {}): void {
  let gesture: Gesture | null = null
  onMounted(() => {
    if (target.value) gesture = new Gesture(target.value, handlers, settings)
  })
  onBeforeUnmount(() => gesture?.destroy())
}
