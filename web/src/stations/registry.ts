import { defineAsyncComponent, type Component } from 'vue'

/** Stations with a panel of their own; every other one that the server has is shown by the common one. */
const panels: Record<string, Component> = {
  iron: defineAsyncComponent(() => import('./iron/IronStation.vue')),
  capacitors: defineAsyncComponent(() => import('./capacitors/CapacitorStation.vue')),
  resistors: defineAsyncComponent(() => import('./resistors/ResistorStation.vue')),
  tubes: defineAsyncComponent(() => import('./tubes/TubesStation.vue')),
  work: defineAsyncComponent(() => import('./work/WorkStation.vue')),
  'first-power': defineAsyncComponent(() => import('./power/PowerStation.vue')),
  bias: defineAsyncComponent(() => import('./bias/BiasStation.vue')),
  voltages: defineAsyncComponent(() => import('./voltages/VoltagesStation.vue')),
}
const common = defineAsyncComponent(() => import('./common/StationPanel.vue'))

export const panelOf = (station: string): Component => panels[station] ?? common
