import { kgPerLb } from '@/core/food/weight'

/** A body weight in the house's unit: “20.5 kg”, “45.2 lb”. */
export const sayMass = (kg: number, unit: 'kg' | 'lb'): string =>
  `${Number((unit === 'kg' ? kg : kg / kgPerLb).toFixed(1))} ${unit}`
export const massIn = (kg: number, unit: 'kg' | 'lb'): number => (unit === 'kg' ? kg : kg / kgPerLb)
