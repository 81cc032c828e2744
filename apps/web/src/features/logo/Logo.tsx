import { setUpEndpoints, urlOf } from '@udrel/contract/endpoints';
import { useSessionQuery } from '../../api/api';
import styles from './logo.module.css';

/** The picture that stands on the shop's papers, where there is one. */
export function Logo() {
  const digest = useSessionQuery().data?.logo;
  return digest && <img src={`${urlOf(setUpEndpoints.logo)}?${digest}`} alt="" className={styles.logo} />;
}
