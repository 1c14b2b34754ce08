<script setup lang="ts">
/** Everything about kits: the catalog, what is in stock, the rules they are judged by, and all of it as files. */
const PAGES = {
  kits: 'Catalog',
  procedures: 'Procedures',
  stock: 'Stock',
  rules: 'Fitment rules',
  files: 'Files in and out',
} as const
</script>

<template>
  <div class="page">
    <header>
      <h1>Kits</h1>
      <nav aria-label="Kits">
        <RouterLink v-for="(name, page) in PAGES" :key="page" :to="{ name: page }" class="tab">{{ name }}</RouterLink>
      </nav>
    </header>
    <RouterView />
  </div>
</template>

<style scoped>
nav {
  display: flex;
  gap: 4px;
}
.tab {
  padding: 5px 12px;
  border-radius: 4px;
  color: var(--petrol);
  text-decoration: none;
}
.tab.router-link-exact-active {
  background: #e1eaea;
  font-weight: 600;
}
</style>
