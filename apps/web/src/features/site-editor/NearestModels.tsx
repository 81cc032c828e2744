import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { useNearestModelsQuery } from '../../api/api';
import { describeSite } from '../../format/parts';
import styles from '../../ui/list.module.css';

/** The known models whose names are nearest to one that is missing; a copy of one is a beginning. */
export function NearestModels({ name, id }: { name: string; id: string }) {
  const { currentData: models = [] } = useNearestModelsQuery({ find: name }, { skip: name.trim().length < 3 });
  if (models.length === 0) return null;
  return (
    <>
      <p>
        <b>Nearest known:</b>
      </p>
      {models.map((model) => (
        <div key={model.id} className={styles.near}>
          <span>
            {model.maker} {model.name} <span className="mono sub">{model.code}</span>
            <span className="sub">
              {' '}
              {model.sites.map((site) => describeSite(site)).join('; ') || 'no site for a drive'}
            </span>
          </span>
          <Button component={Link} to={`/models/${id}?from=${model.id}`}>
            Describe it as a copy
          </Button>
        </div>
      ))}
    </>
  );
}
