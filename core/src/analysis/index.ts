export { analyse, type Analysis } from './analyse';
