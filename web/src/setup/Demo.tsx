import { useDemo } from '../practice/useDemo.ts'
import { Button } from '../ui/Button.tsx'

/** The demo, removed as a whole or brought back. */
export const Demo = () => {
  const { shown, isChanging, problem, show } = useDemo()
  if (shown === undefined) return null
  return (
    <section aria-labelledby="demo">
      <h2 id="demo" className="text-2xl">
        Demo
      </h2>
      <p className="my-2 max-w-prose text-soft">
        Made-up tunes, lines, a phrase and eleven weeks of runs, to try things on. Removed, they are out of
        lists, plans and the log; what you have made yourself stays.
      </p>
      <Button disabled={isChanging} onClick={() => void show(!shown)}>
        {isChanging ? 'One moment …' : shown ? 'Remove the demo' : 'Bring the demo back'}
      </Button>
      <p role="status" className="min-h-6 text-soft">
        {problem}
      </p>
    </section>
  )
}
