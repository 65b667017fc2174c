import { ChangeDetectionStrategy, Component, input, output, ViewEncapsulation } from '@angular/core';
import type { NzUploadFile } from 'ng-zorro-antd/upload';
import { Upload } from './zorro/upload';

/** A button that takes a file from this device; nothing is sent anywhere by it. */
@Component({
  selector: 'fm-file-button',
  imports: [Upload],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './file-button.html',
  styleUrl: './file-button.less',
  encapsulation: ViewEncapsulation.None,
})
export class FileButton {
  readonly accept = input.required<string>();
  readonly isMain = input(false);
  readonly chosen = output<File>();

  protected readonly take = (file: NzUploadFile): boolean => {
    this.chosen.emit(file as unknown as File);
    return false;
  };
}
