export { NzTooltipDirective as Tooltip } from 'ng-zorro-antd/tooltip';
