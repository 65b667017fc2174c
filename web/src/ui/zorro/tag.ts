export { NzTagComponent as Tag } from 'ng-zorro-antd/tag';
