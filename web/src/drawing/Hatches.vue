<script setup lang="ts">
/** Drafting hatches, one set a drawing: ids carry the drawing's prefix. */
defineProps<{ prefix: string }>()
</script>

<template>
  <defs>
    <pattern :id="`${prefix}-end`" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="7" height="7" fill="var(--timber)" /><path d="M0 0v7" stroke="var(--timber-line)" stroke-width="1.6" />
    </pattern>
    <pattern :id="`${prefix}-grain`" width="46" height="10" patternUnits="userSpaceOnUse">
      <rect width="46" height="10" fill="var(--timber)" />
      <path d="M0 3.2q12-1.6 23 0t23 0M4 7.6q10 1.2 18 0M30 8.4h10" fill="none" stroke="var(--timber-line)" stroke-width=".6" opacity=".7" />
    </pattern>
    <pattern :id="`${prefix}-stave`" width="10" height="46" patternUnits="userSpaceOnUse">
      <rect width="10" height="46" fill="var(--timber)" />
      <path d="M3.2 0q-1.6 12 0 23t0 23M7.6 4q1.2 10 0 18" fill="none" stroke="var(--timber-line)" stroke-width=".6" opacity=".7" />
    </pattern>
    <pattern :id="`${prefix}-sheet`" width="10" height="9" patternUnits="userSpaceOnUse">
      <rect width="10" height="9" fill="var(--stone)" /><path d="M0 2.5h10M0 6.5h10" stroke="var(--faint)" stroke-width=".7" /><path d="M0 4.5h10" stroke="var(--sheet)" stroke-width="1" />
    </pattern>
    <pattern :id="`${prefix}-ridges`" width="9" height="10" patternUnits="userSpaceOnUse">
      <rect width="9" height="10" fill="var(--stone)" /><path d="M2.5 0v10M6.5 0v10" stroke="var(--faint)" stroke-width=".7" /><path d="M4.5 0v10" stroke="var(--sheet)" stroke-width="1" />
    </pattern>
    <pattern :id="`${prefix}-post`" width="8" height="8" patternUnits="userSpaceOnUse">
      <rect width="8" height="8" fill="var(--post)" /><path d="M0 8 8 0M0 0l8 8" stroke="var(--post-line)" stroke-width=".8" />
    </pattern>
    <pattern :id="`${prefix}-soil`" width="24" height="18" patternUnits="userSpaceOnUse">
      <rect width="24" height="18" fill="var(--earth)" />
      <path d="M3 4h.1M14 2h.1M20 9h.1M8 11h.1M1 15h.1M16 15h.1" stroke="var(--earth-line)" stroke-width="2" stroke-linecap="round" />
    </pattern>
    <pattern :id="`${prefix}-compost`" width="20" height="14" patternUnits="userSpaceOnUse">
      <rect width="20" height="14" fill="var(--compost)" />
      <path d="m2 4 4-2M10 8l4 2M15 3h4M4 11h3" stroke="var(--ink)" stroke-width=".8" opacity=".6" />
    </pattern>
    <pattern :id="`${prefix}-manure`" width="16" height="12" patternUnits="userSpaceOnUse">
      <rect width="16" height="12" fill="var(--earth-line)" /><path d="M2 3q3-2 5 0M9 9q3-2 5 0" fill="none" stroke="var(--earth)" stroke-width="1.2" />
    </pattern>
    <pattern :id="`${prefix}-structure`" width="12" height="12" patternUnits="userSpaceOnUse">
      <rect width="12" height="12" fill="var(--log)" /><path d="M1 1h4v3H1zM7 7h4v3H7z" fill="none" stroke="var(--ink)" stroke-width=".6" opacity=".6" />
    </pattern>
    <pattern :id="`${prefix}-filler`" width="26" height="26" patternUnits="userSpaceOnUse">
      <rect width="26" height="26" fill="var(--earth)" />
      <g fill="var(--log)" stroke="var(--post-line)" stroke-width=".8"><circle cx="8" cy="8" r="7" /><circle cx="8" cy="8" r="3" fill="none" /><circle cx="20" cy="19" r="6" /><circle cx="20" cy="19" r="2" fill="none" /></g>
    </pattern>
    <pattern :id="`${prefix}-stone`" width="18" height="16" patternUnits="userSpaceOnUse">
      <rect width="18" height="16" fill="var(--stone)" />
      <path d="M2 3l4-2 3 3-3 3-4-1zM11 9l4-1 2 3-3 3-4-2z" fill="none" stroke="var(--ink)" stroke-width=".7" opacity=".7" />
    </pattern>
    <pattern :id="`${prefix}-block`" width="16" height="16" patternUnits="userSpaceOnUse">
      <rect width="16" height="16" fill="var(--block)" /><path d="M3 4h.1M11 2h.1M7 9h.1M14 12h.1M2 13h.1" stroke="var(--ink)" stroke-width="1.4" stroke-linecap="round" opacity=".55" /><path d="M9 6l2 2M4 8l1 2" stroke="var(--ink)" stroke-width=".6" opacity=".5" />
    </pattern>
    <pattern :id="`${prefix}-metal`" width="12" height="12" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="12" height="12" fill="var(--metal)" /><path d="M0 0v12M3 0v12" stroke="var(--ink)" stroke-width=".5" opacity=".4" />
    </pattern>
    <pattern :id="`${prefix}-plastic`" width="14" height="7" patternUnits="userSpaceOnUse">
      <rect width="14" height="7" fill="var(--plastic)" /><path d="M0 3.5h6" stroke="var(--ink)" stroke-width=".6" opacity=".35" />
    </pattern>
    <pattern :id="`${prefix}-fabric`" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="6" height="6" fill="var(--plastic)" /><path d="M0 0v6M0 0h6" stroke="var(--post-line)" stroke-width=".5" opacity=".6" />
    </pattern>
    <pattern :id="`${prefix}-mesh`" width="8" height="8" patternUnits="userSpaceOnUse">
      <rect width="8" height="8" fill="var(--sheet)" /><path d="M0 0v8M0 0h8" stroke="var(--faint)" stroke-width="1" />
    </pattern>
    <pattern :id="`${prefix}-water`" width="22" height="9" patternUnits="userSpaceOnUse">
      <rect width="22" height="9" fill="var(--chalk-wash)" /><path d="M0 5q5.5-4 11 0t11 0" fill="none" stroke="var(--chalk)" stroke-width=".9" opacity=".8" />
    </pattern>
    <pattern :id="`${prefix}-ground`" width="14" height="10" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
      <path d="M0 0v10" stroke="var(--earth-line)" stroke-width="1.4" />
    </pattern>
  </defs>
</template>
