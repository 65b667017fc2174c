export { NzInputDirective as Field } from 'ng-zorro-antd/input';
