export { NzDrawerComponent as Drawer, NzDrawerContentDirective as DrawerContent } from 'ng-zorro-antd/drawer';
