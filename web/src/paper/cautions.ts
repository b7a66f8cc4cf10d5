/** Where the work can hurt someone, said at that step. */
export const cautions = {
  blade: 'Trimmer and knife: guard down, fingers behind the guide, blade capped when it rests.',
  glue: 'Hot glue burns: where you use it, keep fingers off the tip and let the gun cool on its stand.',
}
