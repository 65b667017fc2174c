export { analyse, type Analysis, type AtTable, NO_TABLES, type Tables } from './analyse';
export { type FigureShown, type Why, whyFigure, type WhyInput, whyRole } from './why';
