<script setup lang="ts">
/** Who is in the holding, and who is invited. */
import WaitLine from '../../parts/WaitLine.vue'
import FaultLine from '../../parts/FaultLine.vue'
import RowsTable, { type Column } from '../../parts/RowsTable.vue'
import AForm from 'ant-design-vue/es/form/Form'
import AButton from 'ant-design-vue/es/button'
import { useClipboard } from '@vueuse/core'
import { computed, onMounted, ref, toRefs } from 'vue'
import SidePane from '../../parts/SidePane.vue'
import TextField from '../../fields/TextField.vue'
import { sayDay } from '../../look/dates.ts'
import KeptNote from '../../parts/KeptNote.vue'
import { useSave } from '../../parts/useSave.ts'
import { sayWhen } from '../../parts/when.ts'
import { ROLE_WORDS } from '../../parts/words.ts'
import { newId, useHolding } from '../../stores/holding.ts'
import { useKeptForm } from '../../stores/kept-forms.ts'
import ReaderLinks from './ReaderLinks.vue'
import PlaceFields, { type PlaceDraft } from './PlaceFields.vue'

interface Member extends PlaceDraft {
  readonly keeperId: string
  readonly name: string
  /** Told to owners alone. */
  readonly email: string | null
}
interface Invitation extends PlaceDraft {
  readonly id: string
  readonly forWhom: string
  readonly madeBy: string
  readonly endsAt: string
  readonly state: 'open' | 'used' | 'withdrawn' | 'over'
  readonly usedBy: string | null
  readonly link: string | null
}
const holding = useHolding()
const owner = computed(() => holding.me?.keeper.role === 'owner')
const members = ref<Member[] | null>(null)
const invitations = ref<Invitation[]>([])
const { busy, fault, at, save } = useSave()

async function load(): Promise<void> {
  members.value = await holding.persist<Member[]>('GET', '/members')
  if (owner.value) invitations.value = await holding.persist<Invitation[]>('GET', '/invitations')
}
onMounted(load)

const { form, typedOn, anew } = useKeptForm('invitation', () => ({ id: newId(), forWhom: '', email: '', place: { role: 'helper', yards: null, untilDay: null } as PlaceDraft }))
const { forWhom, email, place } = toRefs(form)
/** Of a member that is being changed. */
const draft = ref<PlaceDraft>({ role: 'helper', yards: null, untilDay: null })
const inviting = ref(false)
const made = ref<Invitation | null>(null)
const mailed = ref(false)
function startInviting(): void {
  editing.value = null
  made.value = null
  inviting.value = true
}
async function invite(): Promise<void> {
  const body = { ...place.value, forWhom: forWhom.value, email: email.value.trim() || null }
  const done = await save(async () => {
    made.value = await holding.persist<Invitation>('PUT', `/invitations/${form.id}`, body)
  })
  if (!done) return
  mailed.value = email.value.trim() !== ''
  anew()
  await load()
}
const clipboard = useClipboard({ legacy: true, copiedDuring: 60_000 })
const copied = computed(() => (clipboard.copied.value ? clipboard.text.value : null))
const copy = (link: string) => clipboard.copy(link)
async function withdraw(invitation: Invitation): Promise<void> {
  if (await save(() => holding.persist('DELETE', `/invitations/${invitation.id}`))) await load()
}

const editing = ref<Member | null>(null)
function edit(member: Member): void {
  inviting.value = false
  editing.value = member
  draft.value = { role: member.role, yards: member.yards ? [...member.yards] : null, untilDay: member.untilDay }
}
async function keep(): Promise<void> {
  const member = editing.value
  if (!member) return
  const done = await save(async () => {
    await holding.persist('PUT', `/members/${member.keeperId}`, { ...draft.value })
    await load()
  })
  if (done) editing.value = null
}
async function takeOut(): Promise<void> {
  const member = editing.value
  if (!member) return
  const done = await save(async () => {
    await holding.persist('DELETE', `/members/${member.keeperId}`)
    await load()
  })
  if (done) editing.value = null
}
const yardNames = (p: PlaceDraft) =>
  p.yards === null ? 'all yards' : p.yards.map((id) => holding.yards.find((y) => y.id === id)?.name ?? 'a yard').join(', ')
const COLUMNS = computed<readonly Column<Member>[]>(() => [
  { key: 'name', title: 'Name', heads: true },
  { key: 'role', title: 'As', text: (m) => m.role },
  { key: 'yards', title: 'Yards', text: yardNames },
  { key: 'until', title: 'Until', text: (m) => (m.untilDay ? sayDay(m.untilDay, holding.today) : 'no end') },
  ...(owner.value ? [{ key: 'change', title: 'Change', hidden: true }] : []),
])
const STATE_WORDS = { open: 'open', used: 'used', withdrawn: 'withdrawn', over: 'older than fourteen days' } as const
</script>

<template>
  <div class="page people">
    <div class="head">
      <h1>Who is in {{ holding.me?.holding.name }}</h1>
      <AButton v-if="owner" type="primary" class="press" @click="startInviting">Invite somebody</AButton>
    </div>
    <WaitLine v-if="!members">Reading ...</WaitLine>
    <RowsTable v-else class="sheet members" label="Who is in the holding" :columns="COLUMNS" :rows="members" :row-key="(m) => m.keeperId">
      <template #name="{ row: m }">
        <strong>{{ m.name }}</strong>
        <span v-if="m.email" class="soft small">{{ m.email }}</span>
      </template>
      <template #change="{ row: m }"><AButton type="link" class="plainlink" :aria-label="`Change ${m.name}`" @click="edit(m)">change</AButton></template>
    </RowsTable>
    <dl v-if="members" class="roles">
      <template v-for="(says, role) in ROLE_WORDS" :key="role">
        <dt class="strong">{{ role }}</dt>
        <dd class="soft">{{ says }}</dd>
      </template>
    </dl>
    <section v-if="owner && invitations.length > 0" aria-labelledby="p-invited">
      <h2 id="p-invited">Invitations</h2>
      <ul class="sheet list">
        <li v-for="i in invitations" :key="i.id">
          <span>
            <strong>{{ i.forWhom }}</strong>
            <span class="soft">
              {{ i.role }}, {{ yardNames(i) }}{{ i.untilDay ? `, until ${sayDay(i.untilDay, holding.today)}` : '' }};
              {{ STATE_WORDS[i.state] }}{{ i.usedBy ? ` by ${i.usedBy}` : '' }}{{ i.state === 'open' ? ` until ${sayWhen(i.endsAt)}` : '' }}
            </span>
          </span>
          <span v-if="i.state === 'open' && i.link" class="doings">
            <AButton type="link" class="plainlink" @click="copy(i.link)">{{ copied === i.link ? 'copied' : 'copy the link' }}<span class="unseen"> for {{ i.forWhom }}</span></AButton>
            <AButton type="link" class="plainlink" :disabled="busy" @click="withdraw(i)">withdraw<span class="unseen"> the invitation for {{ i.forWhom }}</span></AButton>
          </span>
        </li>
      </ul>
    </section>
    <ReaderLinks v-if="owner && members" />
    <FaultLine v-if="fault && !inviting && !editing">{{ fault }}</FaultLine>
    <SidePane v-if="inviting" title="Invite somebody" :sub="holding.me?.holding.name" @close="inviting = false">
      <template v-if="made?.link">
        <p class="settled strong" role="status">The invitation for {{ made.forWhom }} is made{{ mailed ? ', and a letter is on its way' : '' }}.</p>
        <p>Send them this link. It works once, within fourteen days:</p>
        <p class="link">{{ made.link }}</p>
        <p><AButton type="primary" class="press" @click="copy(made.link)">{{ copied === made.link ? 'Copied' : 'Copy the link' }}</AButton></p>
        <p><AButton type="link" class="plainlink" @click="startInviting">Invite another</AButton></p>
      </template>
      <AForm v-else novalidate layout="vertical" class="form" @submit="invite">
        <KeptNote :typed-on="typedOn" @anew="anew" />
        <TextField id="in-who" v-model="forWhom" label="For whom" :most="80" :fault="at('forWhom')" />
        <TextField id="in-email" v-model="email" label="Their e-mail address" type="email" :most="254" :fault="at('email')" hint="left empty: you hand the link over yourself" />
        <PlaceFields v-model="place" prefix="in" :at="at" />
        <FaultLine v-if="fault && !at('forWhom') && !at('email') && !at('yards') && !at('untilDay')">{{ fault }}</FaultLine>
        <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Making it ...' : 'Make the invitation' }}</AButton>
      </AForm>
    </SidePane>
    <SidePane v-else-if="editing" :title="editing.name" :sub="editing.email ?? undefined" @close="editing = null">
      <AForm :key="editing.keeperId" novalidate layout="vertical" class="form" @submit="keep">
        <PlaceFields v-model="draft" prefix="me" :at="at" />
        <FaultLine v-if="fault && !at('yards') && !at('untilDay')">{{ fault }}</FaultLine>
        <AButton type="primary" class="press" html-type="submit" :disabled="busy">{{ busy ? 'Keeping ...' : 'Keep it' }}</AButton>
        <AButton class="press quiet" :disabled="busy" @click="takeOut">Take {{ editing.name }} out of the holding</AButton>
        <p class="soft small">What they wrote stays, with their name. They can be invited again.</p>
      </AForm>
    </SidePane>
  </div>
</template>

<style scoped>
.people { max-width: 980px; display: grid; gap: 16px; grid-template-columns: minmax(0, 1fr); }
.head { display: flex; justify-content: space-between; gap: 16px; align-items: center; flex-wrap: wrap; }
.members.members :deep(.ant-table-tbody > tr > *), .members.members :deep(.ant-table-thead > tr > *) { padding: 9px 12px; }
.members .small { display: block; overflow-wrap: anywhere; }
.roles { display: grid; grid-template-columns: 80px 1fr; gap: 4px 12px; margin: 0; }
.roles dd { margin: 0; }
.list { margin-top: 10px; }
.list li { display: flex; justify-content: space-between; gap: 14px; align-items: center; padding: 10px 14px; border-bottom: 1px solid var(--hairline); }
.list li:last-child { border-bottom: 0; }
.list li span span { display: block; }
.doings { display: flex; gap: 16px; white-space: nowrap; }
.form { display: grid; gap: 13px; }
.link { background: var(--sunken); border-radius: 8px; padding: 10px 12px; overflow-wrap: anywhere; user-select: all; }
@media screen and (max-width: 720px) {
  .members :deep(thead) { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
  .members :deep(table), .members :deep(tbody) { display: block; }
  .members :deep(tbody tr) { display: grid; grid-template-columns: 1fr auto; padding: 8px 0; border-bottom: 1px solid var(--hairline); }
  .members :deep(tbody tr:last-child) { border-bottom: 0; }
  .members { --row-line: 0; }
  .members.members :deep(.ant-table-tbody > tr > *) { padding: 3px 12px; }
  .list li { flex-direction: column; align-items: stretch; }
  .members button, .doings button { min-height: 48px; }
}
</style>
