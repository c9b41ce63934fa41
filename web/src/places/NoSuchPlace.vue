<template>
  <div class="page">
    <h1>There is nothing at this address.</h1>
    <p class="soft" style="margin-top: 8px">
      Perhaps it was moved.
      <RouterLink to="/today">To Today</RouterLink>
    </p>
  </div>
</template>
