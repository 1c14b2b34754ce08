<script setup lang="ts">
import KitField from './KitField.vue'
import PartCard from './PartCard.vue'

/** What the kit is called and what it takes. */
</script>

<template>
  <PartCard part="kit">
    <div class="fields">
      <KitField path="maker" />
      <KitField path="number" />
      <KitField path="name" />
      <KitField path="price" />
      <KitField path="minutes.low" />
      <KitField path="minutes.high" />
      <KitField path="wheels" />
      <KitField path="replaces" />
      <KitField path="drilling" />
      <KitField path="cutting" />
      <KitField path="compressorLater" />
    </div>
  </PartCard>
</template>
