export { NzSkeletonComponent as Skeleton } from 'ng-zorro-antd/skeleton';
