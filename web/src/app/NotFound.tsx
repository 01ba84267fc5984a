import { Link, useRouteError } from 'react-router'

/** Nothing is at this address, or a page could not be drawn. */
export const NotFound = () => {
  const error = useRouteError()
  return (
    <div className="p-8" role="alert">
      <h1 className="text-3xl">
        {error ? 'This page could not be shown' : 'There is nothing at this address'}
      </h1>
      <p className="my-4 text-lg">
        {error
          ? 'What you wrote and played is kept. Load the page again, or go back to the tunes.'
          : 'The tunes are the place to start.'}
      </p>
      <Link to="/tunes" className="underline underline-offset-4">
        All tunes
      </Link>
    </div>
  )
}
