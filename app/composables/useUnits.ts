import type { Figure, FigureInput, FigureUnit } from '#core/basics/figure'
import * as units from '#core/basics/units'

/** Shows base units the way this studio reads them. */
export function useUnits() {
  const studio = useStudioStore()
  const unit = useLengthUnit()
  const other = computed(() => (unit.value === 'mm' ? 'in' : 'mm'))
  const money = (value: number) => units.formatMoney(value, studio.rules.currency)
  const length = (mm: number) => units.formatLength(mm, unit.value)
  const bothLengths = (mm: number) => `${length(mm)} (${units.formatLength(mm, other.value)})`

  const FORMAT: Record<FigureUnit, (value: number) => string> = {
    'mm': length,
    'mm2': units.formatArea,
    'ml': units.formatVolume,
    'g': units.formatMass,
    's': units.formatDuration,
    's/cm2': v => `${units.formatNumber(v, 2)} s/cm²`,
    'fraction': units.formatFraction,
    'money': money,
    'count': v => units.formatNumber(v),
    'number': v => `× ${units.formatNumber(v, 2)}`,
    'percent-weight': units.formatFraction,
    'g/ml': v => `${units.formatNumber(v, 2)} g/mL`,
    'g/mol': v => `${units.formatNumber(v, 3)} g/mol`,
    'kPa': units.formatPressure,
    'L': v => `${units.formatNumber(v, 1)} L`,
    'money/ml': v => `${money(v)}/mL`,
    'money/g': v => `${money(v)}/g`,
    'money/m2': v => `${money(v)}/m²`,
    'money/h': v => `${money(v)}/h`,
  }
  const value = (unit: FigureUnit, v: number) => FORMAT[unit](v)
  const input = (i: FigureInput) => FORMAT[i.unit](i.value)
  function figure(f: Figure): string {
    if (f.unit === 'ml') return `${units.formatVolume(f.value)}, about ${units.formatVolume(f.value, 'tsp')}`
    if (f.unit === 'mm') return bothLengths(f.value)
    return FORMAT[f.unit](f.value)
  }
  return { unit, length, bothLengths, money, value, input, figure }
}
