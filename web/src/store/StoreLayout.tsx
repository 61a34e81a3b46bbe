import { Provider } from 'react-redux'
import { Outlet } from 'react-router'
import { makeStore } from './store.ts'
import { WritingOfJob } from './WritingOfJob.tsx'

/** One store for as long as the tab is open: what is being saved goes on when its page is left. */
const store = makeStore()

/** Pages that work on a job. The list of jobs does without the chain, and opens sooner for it. */
export default function StoreLayout() {
  return (
    <Provider store={store}>
      <WritingOfJob>
        <Outlet />
      </WritingOfJob>
    </Provider>
  )
}
