<script setup lang="ts">
definePageMeta({ middleware: to => navigateTo(`/p/${String(to.params.id)}/stock`, { replace: true }) })
</script>

<template><div /></template>
