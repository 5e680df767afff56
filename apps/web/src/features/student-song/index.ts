export { StudentSongPage } from './student-song-page';
