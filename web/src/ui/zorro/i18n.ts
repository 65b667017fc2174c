export { en_US, provideNzI18n } from 'ng-zorro-antd/i18n';
