export { NzModalComponent as Modal, NzModalContentDirective as ModalContent, NzModalService as Modals } from 'ng-zorro-antd/modal';
