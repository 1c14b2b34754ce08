export { photoRoutes } from './routes'
export { withPhotoAside, withPhotosIn } from './store'
