/** What a person typed must not become a heading, a link or a table in Markdown (CommonMark 0.31, 2.4). */
export const plainMarkdown = (text: string): string =>
  text.replace(/\s+/g, ' ').replace(/[\\`*_{}[\]<>()#+\-.!|~]/g, '\\$&');
