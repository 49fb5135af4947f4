// Everything on the cloth, mapped together.
import type { Design, ReferencePicture } from '../design/types.ts';
import { applyMatrix, determinant, type Matrix } from '../geometry/matrix.ts';
import { transformItems } from './transform-items.ts';

function mapped(picture: ReferencePicture, m: Matrix): ReferencePicture {
  const scale = Math.sqrt(Math.abs(determinant(m)));
  const { width, height } = picture;
  return { ...picture, ...applyMatrix(m, picture), width: width * scale, height: height * scale };
}

/** The design with its objects, guides and reference picture after a map that moves, or scales alike in all directions. */
export function transformDesign(design: Design, m: Matrix): Design {
  const { guides, picture } = design;
  return {
    ...design,
    objects: transformItems(design, design.objects, m).slice(0, design.objects.length),
    ...(guides && {
      guides: guides.map((g) => ({
        ...g,
        at: applyMatrix(m, g.axis === 'x' ? { x: g.at, y: 0 } : { x: 0, y: g.at })[g.axis],
      })),
    }),
    ...(picture && { picture: mapped(picture, m) }),
  };
}
