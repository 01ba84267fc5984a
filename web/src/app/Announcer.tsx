import { announced } from '../store/announce.ts'

/** Says for screen readers what changed on the page: see announce.ts. */
export const Announcer = () => (
  <p role="status" aria-label="Announcement" className="sr-only">
    {announced.use()}
  </p>
)
