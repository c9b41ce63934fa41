<script setup lang="ts">
/** A press that opens the device's own choice of files; a dropped file is taken too. Nothing is sent anywhere by it. */
import AUpload from 'ant-design-vue/es/upload/Upload'

defineProps<{ id?: string; label: string; accept: string; disabled?: boolean; /** Words in a line instead of a press. */ plain?: boolean }>()
const emit = defineEmits<{ file: [File] }>()
function take(file: File): false {
  emit('file', file)
  // The library would send it: here it is read in the page.
  return false
}
</script>

<template>
  <AUpload class="filepick" :show-upload-list="false" :accept="accept" :disabled="disabled" :before-upload="take">
    <span :id="id" class="no-print" :class="plain ? 'plainlink' : 'press quiet'">{{ label }}</span>
  </AUpload>
</template>

<style scoped>
.filepick .press { white-space: nowrap; }
.filepick :deep([role='button']) { cursor: pointer; border-radius: 10px; display: inline-block; }
.filepick :deep(.ant-upload-disabled) { opacity: 0.6; }
</style>
