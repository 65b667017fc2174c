export { analyse, type Analysis, type AtTable, NO_TABLES, type Tables } from './analyse';
export { isFelt } from './felt';
export { type Why, type WhyInput } from './why';
export { whyFoam, whyIce, whyOverrun } from './whyCold';
export { whyCost } from './whyCost';
export { type FigureShown, whyFigure } from './whyFigure';
export { whyRole } from './whyRole';
export { whyYield } from './whyYield';
