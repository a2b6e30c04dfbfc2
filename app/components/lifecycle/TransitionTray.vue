<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { first, format, positionOf, step, type Step } from '~~/core/revision'
import { principalName, schemeFor, type Effect, type Lifecycle, type Transition, type TransitionPatch } from '~~/core/lifecycle'

/** The tray of a transition: what it is, what it rests on, what it leads to. */
const props = defineProps<{ lifecycle: Lifecycle; transition: Transition; fresh: boolean }>()
const emit = defineEmits<{ close: [] }>()
const { configuration, name, findings, edit } = useLifecycle(() => props.lifecycle.id)

const change = (patch: TransitionPatch) => edit({ kind: 'change-transition', lifecycle: props.lifecycle.id, transition: props.transition.id, patch })
const scheme = computed(() => schemeFor(configuration.value, props.lifecycle))
const steps = computed(() => [
  { value: 'keep', text: 'keep the label' }, { value: 'minor', text: 'next minor' }, { value: 'major', text: 'next major' }, { value: 'settle', text: 'settle (drop the minor)' },
  ...(scheme.value && scheme.value.series.length > 1 ? [{ value: 'series', text: 'next series' }, ...scheme.value.series.slice(1).map(({ id }) => ({ value: `series:${id}`, text: `start series ${id}` }))] : []),
  ...configuration.value.attributes.filter(({ type, systemOnly }) => type === 'text' && !systemOnly).map(({ id, name: attribute }) => ({ value: `adopt:${id}`, text: `adopt from ${attribute}` })),
])
const people = computed(() => ['anyone', ...configuration.value.roles.map(({ id }) => `role:${id}`), ...configuration.value.groups.map(({ id }) => `group:${id}`)])

/** What the step does to a label, on an example of the scheme. */
const consequence = computed(() => {
  const { revision } = props.transition
  if (!scheme.value) return ''
  if (revision === 'keep') return 'The label stays as it is.'
  if (revision.startsWith('adopt:')) return `The label is taken from ${configuration.value.attributes.find(({ id }) => `adopt:${id}` === revision)?.name}, without a step: C stays C.`
  try {
    const start = format(scheme.value, first(scheme.value))
    const next = format(scheme.value, step(scheme.value, positionOf(scheme.value, start), revision as Step))
    const after = format(scheme.value, step(scheme.value, positionOf(scheme.value, next), revision as Step))
    return `${start} becomes ${next}${next === start || next === after ? '' : `, ${next} becomes ${after}`}.`
  } catch (error) {
    return (error as Error).message
  }
})

const guard = ref(props.transition.guard ?? '')
const reach = ref<{ holds: number; asked: number; missing: string[]; fault?: { message: string; position: number } } | null>(null)
const ask = useDebounceFn(async () => {
  reach.value = guard.value.trim() ? await api<typeof reach.value>('draft/guard', { method: 'POST', body: { lifecycle: props.lifecycle.id, states: props.transition.from, guard: guard.value } }).catch(() => null) : null
}, 200)
watch(guard, ask, { immediate: true })
watch(() => [props.transition.id, props.transition.guard], () => (guard.value = props.transition.guard ?? ''))
const keepGuard = () => guard.value.trim() !== (props.transition.guard ?? '') && change({ guard: guard.value.trim() || null })

const writes = computed(() => props.transition.effects.filter((effect): effect is Extract<Effect, { kind: 'write' }> => effect.kind === 'write'))
const setWrites = (effects: Effect[]) => change({ effects })
const replaceWrite = (index: number, patch: object) => setWrites(writes.value.map((effect, i) => (i === index ? { ...effect, ...patch } : effect)))
const text = (event: Event) => (event.target as HTMLInputElement).value

const nameField = ref<HTMLInputElement>()
watch(() => [props.transition.id, props.fresh], () => props.fresh && nextTick(() => nameField.value?.select()), { immediate: true })
async function remove() {
  if (await edit({ kind: 'remove-transition', lifecycle: props.lifecycle.id, transition: props.transition.id })) emit('close')
}
</script>

<template>
  <ShellTheTray :label="`Transition ${transition.name}`" :height="222" @close="emit('close')">
    <template #what>
      <h3>{{ transition.name }} <span class="soft">{{ transition.from.map(name).join(', ') }} → {{ name(transition.to) }}, by hand</span></h3>
      <div class="form">
        <label for="way-name">Name</label><input id="way-name" ref="nameField" class="field" :value="transition.name" @change="change({ name: text($event) })">
        <label>From</label><ElSelect :model-value="transition.from" multiple collapse-tags collapse-tags-tooltip size="small" aria-label="From" @update:model-value="change({ from: $event })"><ElOption v-for="use in lifecycle.states" :key="use.state" :value="use.state" :label="name(use.state)" /></ElSelect>
        <label for="way-to">To</label><select id="way-to" class="field" :value="transition.to" @change="change({ to: text($event) })"><option v-for="use in lifecycle.states" :key="use.state" :value="use.state">{{ name(use.state) }}</option></select>
        <label for="way-step">Label</label><select id="way-step" class="field" :value="transition.revision" @change="change({ revision: text($event) as Step })"><option v-for="entry in steps" :key="entry.value" :value="entry.value">{{ entry.text }}</option></select>
      </div>
      <p class="soft consequence">{{ consequence }}</p>
      <button class="link wrong" @click="remove">Remove this transition</button>
    </template>
    <template #rests>
      <h3>Who, and when</h3>
      <div class="form">
        <label>Fired by</label><ElSelect :model-value="transition.firedBy ?? []" multiple filterable collapse-tags collapse-tags-tooltip :max-collapse-tags="2" size="small" aria-label="Fired by" placeholder="nobody yet" @update:model-value="change({ firedBy: $event })"><ElOption v-for="principal in people" :key="principal" :value="principal" :label="principalName(configuration, principal)" /></ElSelect>
        <label for="way-guard">Guard</label><textarea id="way-guard" v-model="guard" class="field mono" rows="2" spellcheck="false" placeholder="always" @blur="keepGuard" @keydown.ctrl.enter="keepGuard" />
      </div>
      <p v-if="reach?.fault" class="wrong consequence">▲ Character {{ reach.fault.position + 1 }}: {{ reach.fault.message }}</p>
      <p v-else-if="reach" class="consequence">Holds for <b>{{ reach.holds }}</b> of the {{ reach.asked }} documents in {{ transition.from.map(name).join(', ') }} now.<span v-if="reach.missing.length" class="soft"> Not for {{ reach.missing.join(', ') }}{{ reach.asked - reach.holds > reach.missing.length ? ' …' : '' }}</span></p>
      <p v-else class="soft consequence">No guard: whoever may fire it can always do so.</p>
      <label class="check"><input type="checkbox" :checked="transition.comment === 'required'" @change="change({ comment: ($event.target as HTMLInputElement).checked ? 'required' : null })"> asks for a comment</label>
      <label class="check"><input type="checkbox" :checked="transition.notBy?.includes('lastEditor')" @change="change({ notBy: ($event.target as HTMLInputElement).checked ? ['lastEditor'] : [] })"> not by who edited last</label>
    </template>
    <template #leads>
      <h3>Writes into the record</h3>
      <div v-for="(effect, index) in writes" :key="index" class="write">
        <select class="field" :value="effect.attribute" :aria-label="`Attribute ${index + 1}`" @change="replaceWrite(index, { attribute: text($event) })"><option v-for="attribute in configuration.attributes" :key="attribute.id" :value="attribute.id">{{ attribute.name }}</option></select>
        <input class="field mono" :value="effect.value" :aria-label="`Value ${index + 1}`" placeholder="{{ to.name }}" @change="replaceWrite(index, { value: text($event) })">
        <button class="plain" aria-label="Write it no longer" @click="setWrites(writes.filter((_, i) => i !== index))">×</button>
      </div>
      <button class="link" @click="setWrites([...writes, { kind: 'write', attribute: configuration.attributes[0]!.id, value: '\{\{ to.name \}\}' }])">Write one more</button>
      <CommonFindingLine v-for="finding in findings({ transition: transition.id })" :key="finding.code + finding.message" :finding="finding" />
    </template>
  </ShellTheTray>
</template>

<style scoped>
.form { display: grid; grid-template-columns: 56px 1fr; gap: 4px 8px; align-items: center; }
.form label { color: var(--ink-soft); }
.consequence { margin: 6px 0 4px; }
.check { margin-right: 16px; white-space: nowrap; }
.write { display: grid; grid-template-columns: 116px 1fr 16px; gap: 6px; margin-bottom: 4px; }
</style>
