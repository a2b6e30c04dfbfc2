<script setup lang="ts">
import type { ChosenPlace, ChosenPlaces, Corner, SheetFormat } from '~~/core/formats'

/** Where blocks of revisions are drawn on sheets of each format: so far from a corner, or wherever is free. */
const formats: SheetFormat[] = ['A4', 'A3', 'A2', 'A1', 'A0']
const corners: Corner[] = ['upper right', 'upper left', 'lower left', 'lower right']
const options = corners.map((value) => ({ value, name: value }))
const places = shallowRef<ChosenPlaces>({})
const format = ref<SheetFormat>('A3')
const chosen = computed(() => places.value[format.value])
onMounted(() => attempt(async () => (places.value = await api<ChosenPlaces>('record/block-places'))))

const choose = (place: ChosenPlace | null) =>
  attempt(async () => {
    const body = { format: format.value, place }
    places.value = await api<ChosenPlaces>('record/block-places', { method: 'PUT', body })
  })
const pick = (corner: string) =>
  choose(corner ? { across: 10, up: 10, ...chosen.value, corner: corner as Corner } : null)
const set = (side: 'across' | 'up', event: Event) => {
  const value = Number((event.target as HTMLInputElement).value.replace(',', '.'))
  if (chosen.value && Number.isFinite(value)) void choose({ ...chosen.value, [side]: value })
}
const others = computed(() =>
  formats.filter((one) => places.value[one]).map((one) => `${one} ${places.value[one]!.corner}`),
)
</script>

<template>
  <div class="places">
    <span>On sheets of</span>
    <CommonPick
      :value="format"
      class="format"
      label="Format of the sheet"
      :options="formats.map((value) => ({ value, name: value }))"
      @pick="format = $event as SheetFormat"
    />
    <CommonPick
      :value="chosen?.corner ?? ''"
      class="corner"
      label="Corner"
      :options="options"
      empty="wherever is free"
      @pick="pick"
    />
    <template v-if="chosen">
      <input
        class="field"
        aria-label="From the side, mm"
        title="From the side, mm"
        :value="chosen.across"
        @change="set('across', $event)"
      />
      <input
        class="field"
        aria-label="From above or below, mm"
        title="From above or below, mm"
        :value="chosen.up"
        @change="set('up', $event)"
      />
      <span class="soft">mm from its edges</span>
    </template>
  </div>
  <p
    v-if="others.length"
    class="soft"
  >
    Chosen: {{ others.join(', ') }}. Where something stands there, the nearest free place is taken.
  </p>
</template>

<style scoped>
.places {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 6px;
}
.format {
  width: 56px;
}
.corner {
  width: 150px;
}
.places input.field {
  width: 52px;
}
</style>
