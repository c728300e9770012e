<template>
  <header class="top-bar"><router-link to="/" class="brand">North Span</router-link></header>
  <main class="jobs-page">
    <h1>Nothing is here</h1>
    <p>This address leads nowhere. <router-link to="/">Go to the jobs.</router-link></p>
  </main>
</template>
