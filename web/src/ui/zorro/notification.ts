export { NzNotificationService as Notifications } from 'ng-zorro-antd/notification';
