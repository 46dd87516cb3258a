<template>
  <h1>Today</h1>
</template>
