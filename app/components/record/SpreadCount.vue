<script setup lang="ts">
import type { Attribute } from '~~/core/attribute'
import type { Spread } from '~~/shared/answers'
import { toggled } from './bind'

/** In how many files of the vault, or of a folder, a place is, is spelt otherwise, or is missing. */
const props = defineProps<{ attribute: Attribute; place: string; ending: string }>()
const emit = defineEmits<{ change: [attribute: Attribute] }>()
const store = useConfiguration()
const folder = ref('/')
const spread = shallowRef<Spread | null>(null)
const fault = ref('')
const seen = ref<'misspelt' | 'lacking' | null>(null)
async function look() {
  const { place, ending } = props
  try {
    const query = { place, ending, folder: folder.value }
    spread.value = await api<Spread>('record/spread', { query })
    fault.value = ''
  } catch (error) {
    spread.value = null
    fault.value = refusalOf(error).message
  }
}
watch([() => props.place, () => props.ending, folder], look, { immediate: true })
const folders = computed(() => [
  { value: '/', name: 'the vault' },
  ...store.seenFolders.filter((path) => path !== '/').map((path) => ({ value: path, name: path })),
])
/** Binds the attribute to the other spellings as well. */
const takeThese = () =>
  emit(
    'change',
    spread.value!.misspelt.reduce(
      (attribute, { place }) => toggled(attribute, place, props.ending),
      props.attribute,
    ),
  )
const spelt = computed(() => spread.value?.misspelt.reduce((sum, { count }) => sum + count, 0) ?? 0)
</script>

<template>
  <h3>
    In {{ spread?.files ?? '…' }} {{ ending }} files of
    <CommonPick
      class="whose"
      :value="folder"
      label="Whose files"
      :options="folders"
      @pick="folder = $event"
    />
  </h3>
  <p class="mono soft">{{ place }}</p>
  <p
    v-if="fault"
    class="wrong"
  >
    ▲ {{ fault }}
  </p>
  <template v-else-if="spread">
    <p>
      <b>{{ spread.has }}</b> have it.
    </p>
    <p
      v-if="spelt"
      class="wrong"
    >
      <b>{{ spelt }}</b> spell it {{ spread.misspelt.map((one) => `“${one.place}”`).join(' or ') }}:
      <button
        class="link wrong"
        @click="takeThese"
      >
        take these too
      </button>
      <button
        class="link wrong"
        @click="seen = 'misspelt'"
      >
        see them
      </button>
    </p>
    <p
      v-if="spread.lacks"
      class="waits"
    >
      <b>{{ spread.lacks }}</b> have none:
      <button
        class="link waits"
        @click="seen = 'lacking'"
      >
        see them
      </button>
    </p>
    <p
      v-if="spread.read < spread.files"
      class="soft"
    >
      {{ spread.read }} have been read.
      <button
        class="link"
        @click="look"
      >
        Go on
      </button>
    </p>
    <p
      v-if="seen"
      class="numbers mono"
    >
      <NuxtLink
        v-for="number in seen === 'lacking' ? spread.lacking : spread.misspelt.flatMap((one) => one.numbers)"
        :key="number"
        :to="`/vault/${encodeURIComponent(number)}`"
        >{{ number }}</NuxtLink
      >
    </p>
  </template>
</template>

<style scoped>
.whose {
  width: 120px;
  height: 22px;
}
.numbers {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
}
</style>
