import { type Problem, reason } from '@eager-contour/core'
import { type ClassConstructor, plainToInstance } from 'class-transformer'
import { type ValidationError, validateSync } from 'class-validator'

const MOST_PROBLEMS = 20

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
