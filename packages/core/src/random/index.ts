export { seeded } from './seeded';
