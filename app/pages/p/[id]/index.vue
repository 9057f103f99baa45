<script setup lang="ts">
definePageMeta({ middleware: to => navigateTo(`/p/${String(to.params.id)}/equipment`, { replace: true }) })
</script>

<template><div /></template>
