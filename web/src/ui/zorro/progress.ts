export { NzProgressComponent as Progress } from 'ng-zorro-antd/progress';
