import { registerDecorator, type ValidationArguments } from 'class-validator'

/** A number that has to be higher than another one of the same class. */
export const IsAbove =
  (other: string): PropertyDecorator =>
  (target, property) =>
    registerDecorator({
      name: 'isAbove',
      target: target.constructor,
      propertyName: String(property),
      constraints: [other],
      validator: {
        validate: (value: unknown, { object }: ValidationArguments) =>
          typeof value === 'number' && value > Number((object as Record<string, unknown>)[other]),
        defaultMessage: ({ object }: ValidationArguments) =>
          `Higher than ${String((object as Record<string, unknown>)[other])}.`,
      },
    })
