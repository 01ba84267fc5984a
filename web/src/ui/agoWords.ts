import { differenceInCalendarDays } from 'date-fns'
import { counted } from './counted.ts'

/** How long ago something was (ISO 8601), in days: 'today', '3 days ago'. */
export const agoWords = (at: string): string => {
  const days = differenceInCalendarDays(new Date(), new Date(at))
  return days <= 0 ? 'today' : `${counted(days, 'day')} ago`
}
