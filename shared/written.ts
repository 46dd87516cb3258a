import type { z } from 'zod'
import { lengthUnitOf, withUnit } from './fields'
import type { LengthUnit } from './fields'

/** What of Zod's own description of a schema is needed to walk it. */
interface Def {
  type: string
  shape?: Record<string, z.ZodType>
  element?: z.ZodType
  options?: z.ZodType[]
  discriminator?: string
  in?: z.ZodType
  innerType?: z.ZodType
  valueType?: z.ZodType
}

/** Letters of what was written and is not read. */
const MOST_UNCHECKED = 4000

const merged = (parts: unknown[]): unknown =>
  parts.every(p => p !== null && typeof p === 'object' && !Array.isArray(p)) ? Object.assign({}, ...parts.toReversed()) : parts[0]

/** The unit of a length, also of one that is optional, has a default, or is changed further; undefined where it is none. */
function unitWithin(schema: z.ZodType): LengthUnit | undefined {
  const { innerType, in: first } = schema.def as unknown as Def
  const inner = innerType ?? first
  return lengthUnitOf(schema) ?? (inner && unitWithin(inner))
}

/** What a value is one of; what is half written goes by its kind, and where nothing says its kind, by the first. */
function optionOf({ options, discriminator }: Def, value: object): z.ZodType {
  const kind = discriminator === undefined ? undefined : (value as Record<string, unknown>)[discriminator]
  const ofKind = (option: z.ZodType) => (option.def as unknown as Def).shape?.[discriminator!]?.safeParse(kind).success
  const named = kind === undefined ? undefined : options!.find(ofKind)
  return options!.find(option => option.safeParse(value).success) ?? named ?? options![0]!
}

/**
 * A form as it was written, with the keys that its schema knows and no others: what people typed is kept, whatever else came along is not.
 * A length keeps the unit it was meant in.
 * @param value has passed the schema, or is a form that somebody is still writing
 */
export function asWritten(schema: z.ZodType, value: unknown): unknown {
  const def = schema.def as unknown as Def
  if (typeof value === 'string') {
    const unit = unitWithin(schema)
    return unit === undefined ? value : withUnit(value, unit)
  }
  if (value === null || typeof value !== 'object') return value
  switch (def.type) {
    case 'object': {
      const known = Object.entries(def.shape!).filter(([key]) => Object.hasOwn(value, key))
      return Object.fromEntries(known.map(([key, field]) => [key, asWritten(field, (value as Record<string, unknown>)[key])]))
    }
    case 'array':
      return (value as unknown[]).map(item => asWritten(def.element!, item))
    case 'record':
      return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, asWritten(def.valueType!, item)]))
    case 'union': {
      const fits = optionOf(def, value)
      // What belongs to another choice of the same form is kept too, so that changing one's mind loses nothing; it was not checked, so
      // it is short.
      const others = def.options!.filter(option => option !== fits).map(option => asWritten(option, value))
      return merged([asWritten(fits, value), ...others.filter(other => JSON.stringify(other)?.length < MOST_UNCHECKED)])
    }
    case 'pipe':
      return asWritten(def.in!, value)
    case 'optional':
    case 'nullable':
    case 'default':
    case 'readonly':
    case 'catch':
      return asWritten(def.innerType!, value)
    default:
      return value
  }
}
