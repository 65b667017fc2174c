export { NzSwitchComponent as Switch } from 'ng-zorro-antd/switch';
