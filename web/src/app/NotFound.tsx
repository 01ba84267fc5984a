import { Link, useRouteError } from 'react-router'

/** Nothing is at this address, or a page could not be drawn. */
export const NotFound = () => {
  const error = useRouteError()
  return (
    <div className="p-8" role="alert">
      <h1 className="text-3xl">{error ? 'This page can’t be shown' : 'Page not found'}</h1>
      <p className="my-4 text-lg">
        {error
          ? 'What you wrote and played is saved. Reload the page, or go back to your tunes.'
          : 'Start from your tunes.'}
      </p>
      <Link to="/tunes" className="underline underline-offset-4">
        All tunes
      </Link>
    </div>
  )
}
