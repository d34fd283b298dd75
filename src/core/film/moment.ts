/** A moment of the film that belongs to a pose and moves with it. */
export interface Moment {
  readonly poseId: string;
  /** Frames from the start of the pose; past its end it stands on its last frame. */
  readonly offset: number;
  /** Which showing of the pose, from 0: a pose in a cycle has several. */
  readonly showing: number;
  /** Where it stands when its pose is gone, as a frame of the film. */
  readonly frame: number;
}
