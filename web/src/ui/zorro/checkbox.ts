export { NzCheckboxComponent as Checkbox } from 'ng-zorro-antd/checkbox';
