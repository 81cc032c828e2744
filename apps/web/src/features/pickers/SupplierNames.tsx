import { useId } from 'react';
import { useSuppliersQuery } from '../../api/after';
import { daysFromToday } from '../../format/time';

/** Days that a delivery usually takes, until somebody says otherwise. */
const USUAL_DAYS = 3;

/** The suppliers of the shop: `list` goes to the field that a name is typed into, `names` beside it. */
export function useSupplierNames() {
  const list = useId();
  const { suppliers } = useSuppliersQuery().data ?? { suppliers: [] };
  const names = (
    <datalist id={list}>
      {suppliers.map(({ name }) => (
        <option key={name} value={name} />
      ))}
    </datalist>
  );
  const known = (typed: string) => suppliers.find(({ name }) => name.toLowerCase() === typed.trim().toLowerCase());
  return {
    list,
    names,
    /** How something is ordered there; empty where nobody noted it. */
    noteOf: (typed: string) => known(typed)?.note ?? '',
    /** The day on which what is ordered there now usually comes; null of a supplier that nobody knows. */
    dayOf: (typed: string) => {
      const days = known(typed)?.days;
      return days === undefined ? null : daysFromToday(days);
    },
    usualDay: () => daysFromToday(USUAL_DAYS),
  };
}
