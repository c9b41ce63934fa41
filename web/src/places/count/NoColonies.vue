<template>
  <div>
    <h1>Nothing stands here yet.</h1>
    <p class="soft">Add colonies to the yard first. <RouterLink to="/yards">To the yards</RouterLink></p>
  </div>
</template>
