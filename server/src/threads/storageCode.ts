/** The code by which a thread says that the disk or the database said no: that is answered otherwise than a bad file. */
export const STORAGE = 'STORAGE';
