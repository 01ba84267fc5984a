import { createListenerMiddleware, type ListenerEffectAPI } from '@reduxjs/toolkit'
import { type AppDispatch, addedMiddleware, type RootState } from '../../store/store.ts'

const listener = createListenerMiddleware()
addedMiddleware.addMiddleware(listener.middleware)

/** What an effect of the editor can do. */
export type EditorApi = ListenerEffectAPI<RootState, AppDispatch>

/** Adds an effect that follows actions: composing, saving. */
export const startListening = listener.startListening.withTypes<RootState, AppDispatch>()
