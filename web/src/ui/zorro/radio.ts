export { NzRadioComponent as RadioButton, NzRadioGroupComponent as RadioGroup } from 'ng-zorro-antd/radio';
