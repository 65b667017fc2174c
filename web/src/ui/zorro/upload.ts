export { NzUploadComponent as Upload } from 'ng-zorro-antd/upload';
