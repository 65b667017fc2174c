export { NzDatePickerComponent as DatePicker } from 'ng-zorro-antd/date-picker';
