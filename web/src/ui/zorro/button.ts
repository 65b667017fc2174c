export { NzButtonComponent as Button } from 'ng-zorro-antd/button';
