import { CONTAINER_NAMES, type Container } from '#core/stock/containers.ts';

/** How a container is called where one is chosen. */
const TITLES: Readonly<Record<Container, string>> = {
  jar: 'Glass jar',
  tin: 'Metal tin',
  'plastic bag': 'Plastic bag',
  'paper envelope': 'Paper envelope',
  box: 'Box',
};

export const CONTAINER_CHOICES = CONTAINER_NAMES.map((value) => ({ value, label: TITLES[value] }));
