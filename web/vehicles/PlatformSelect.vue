<script setup lang="ts">
import { useShop } from '../stores/shop'

/** A platform of the library, or none. */
defineProps<{ none: string }>()
const platform = defineModel<string>({ required: true })
const shop = useShop()
void shop.loadPlatforms()
</script>

<template>
  <el-select v-model="platform" aria-label="Platform" :placeholder="none"
    ><el-option value="" :label="none" /><el-option
      v-for="p in shop.platforms"
      :key="p.id"
      :value="p.id"
      :label="`${p.make} ${p.name}`"
  /></el-select>
</template>
