import { classValidatorResolver } from '@hookform/resolvers/class-validator'
import { type DefaultValues, type FieldValues, type UseFormReturn, useForm } from 'react-hook-form'

/**
 * A form over a record's own fields, checked at every change by the class that the server checks it with. Fields that
 * the form doesn't have are not asked for.
 */
export const useRecordForm = <Body extends FieldValues>(
  type: new () => Body,
  values: DefaultValues<Body>,
): UseFormReturn<Body> =>
  useForm<Body>({
    resolver: classValidatorResolver(
      type,
      { validator: { skipMissingProperties: true, stopAtFirstError: true, forbidUnknownValues: false } },
      { mode: 'sync', raw: true },
    ),
    mode: 'onChange',
    defaultValues: values,
  })
