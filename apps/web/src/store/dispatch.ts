import { useDispatch } from 'react-redux';
import type { store } from './store';

/** The dispatch of this application's store. */
export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
