<script setup lang="ts">
/** Start-up. */
</script>

<template><div /></template>
