export { NzSelectComponent as Select } from 'ng-zorro-antd/select';
