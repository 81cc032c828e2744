import type { SetUpState } from '../../shapes/house/set-up';
import type { SetUpStep } from '../../terms/set-up';

/** How far the shop is set up: what was set, what is left for later, what is open. */
export interface SetUpView extends Pick<SetUpState, 'over'> {
  steps: { step: SetUpStep; state: 'set' | 'left for later' | 'open' }[];
}

/** A place of the shop with how many things lie there. */
export interface PlaceView {
  id: string;
  code: string;
  kind: 'shelf' | 'storage';
  holds: number;
}

/** The picture that stands on papers; null where there is none. `digest` tells one from another. */
export interface LogoView {
  logo: { digest: string; width: number; height: number } | null;
}
