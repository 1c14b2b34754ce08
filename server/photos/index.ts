export { photoRoutes } from './routes'
export { photosOf, withPhotoAside, withPhotosIn } from './store'
