import { Type } from 'class-transformer'
import { IsObject, ValidateNested } from 'class-validator'

const all =
  (...decorators: readonly PropertyDecorator[]): PropertyDecorator =>
  (target, property) => {
    for (const decorate of decorators) decorate(target, property)
  }

/** A field that holds one part: it has to be there, and to be an object. */
export const IsPart = (type: () => new () => object): PropertyDecorator =>
  all(IsObject(), ValidateNested(), Type(type))

/** A field that holds a list (`IsArray`) of parts. */
export const ArePart = (type: () => new () => object): PropertyDecorator =>
  all(ValidateNested({ each: true }), Type(type))
