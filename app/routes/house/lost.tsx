import { data } from 'react-router';

/** Every address that is no place of this application. */
export function loader() {
  throw data(null, { status: 404 });
}

export function action() {
  throw data(null, { status: 404 });
}

/** Never shown: with a component this is a page, so that its answer is the designed one. */
export default function Lost() {
  return null;
}
