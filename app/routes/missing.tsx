import { t } from '../../core/index.ts';
import { data } from 'react-router';

export function loader(): never {
  throw data(t('This address leads nowhere.'), { status: 404 });
}

export default function Missing() {
  return null;
}
