import type { ComponentType } from 'react';
import { useParams } from 'react-router';

/** A view begins anew with each thing that it is of: what is typed at one job must not stand at the next that is opened. */
export function ofOneThing(View: ComponentType): ComponentType {
  return function OfOneThing() {
    // A job's stations are ways through the same thing.
    const { station: _station, ...thing } = useParams();
    return <View key={Object.values(thing).join('/')} />;
  };
}
