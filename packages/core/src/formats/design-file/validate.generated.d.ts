export interface SchemaProblem {
  keyword: string;
  instancePath: string;
  message?: string;
  params: Record<string, unknown>;
}
declare const validate: ((value: unknown) => boolean) & { errors?: SchemaProblem[] | null };
export default validate;
