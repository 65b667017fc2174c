export { NzTabComponent as Tab, NzTabDirective as TabContent, NzTabsComponent as Tabs } from 'ng-zorro-antd/tabs';
