export { NzOptionComponent as SelectOption, NzSelectComponent as Select } from 'ng-zorro-antd/select';
