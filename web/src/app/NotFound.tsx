import { Link } from 'react-router'
import { usePageTitle } from '../ui/usePageTitle.ts'

/** Nothing is at this address. */
export const NotFound = () => {
  usePageTitle('Page not found')
  return (
    <div className="p-8" role="alert">
      <h1 className="text-3xl">Page not found</h1>
      <p className="my-4 text-lg">Start from your tunes.</p>
      <Link to="/tunes" className="underline underline-offset-4">
        All tunes
      </Link>
    </div>
  )
}
