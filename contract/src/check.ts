import { type Problem, reason } from '@eager-contour/core'
import { type ClassConstructor, plainToInstance } from 'class-transformer'
import { type ValidationError, validateSync } from 'class-validator'

const MOST_PROBLEMS = 20
/** The deepest part of any body is a run's note in its take; no object has more fields than a settings body. */
const MOST_DEPTH = 8
const MOST_KEYS = 64
/** Names that a class has of its own. */
const RESERVED = new Set(['constructor', 'prototype'])

/** Whether a value is no deeper and has no more fields than any body: it costs little to refuse. */
const isModest = (value: unknown, depth = 0): boolean => {
  if (typeof value !== 'object' || value === null) return true
  if (depth > MOST_DEPTH) return false
  if (Array.isArray(value)) return value.every((one) => isModest(one, depth + 1))
  const keys = Object.keys(value)
  return (
    keys.length <= MOST_KEYS &&
    keys.every((key) => !RESERVED.has(key) && isModest((value as Record<string, unknown>)[key], depth + 1))
  )
}

/**
 * Reads an unknown value as a contract class: the value with only its known fields, or what is wrong with which
 * field.
 */
export const check = <T extends object>(
  type: ClassConstructor<T>,
  value: unknown,
): { ok: true; value: T } | { ok: false; problems: readonly Problem[] } => {
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    return { ok: false, problems: [reason('field.invalid', '', 'Expected an object.')] }
  if (!isModest(value))
    return { ok: false, problems: [reason('field.invalid', '', 'Too many fields, or too deep.')] }
  const instance = plainToInstance(type, value)
  const errors = validateSync(instance, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    stopAtFirstError: true,
  })
  return errors.length === 0
    ? { ok: true, value: instance }
    : { ok: false, problems: errors.flatMap((error) => flatten(error, '')).slice(0, MOST_PROBLEMS) }
}

const flatten = (error: ValidationError, above: string): readonly Problem[] => {
  const path = above === '' ? error.property : `${above}.${error.property}`
  const own = Object.values(error.constraints ?? {}).map((text) => reason('field.invalid', path, text))
  return [...own, ...(error.children ?? []).flatMap((child) => flatten(child, path))]
}
