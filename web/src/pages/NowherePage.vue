<template>
  <main style="display: grid; place-content: center; gap: 12px; height: 100dvh; text-align: center">
    <h1>There is nothing at this address</h1>
    <p><v-btn color="primary" to="/">All projects</v-btn></p>
  </main>
</template>
