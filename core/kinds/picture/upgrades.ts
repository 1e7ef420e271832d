import type { Upgrade } from '../upgrade.ts'

/** The width of a picture in its column was called its share. */
export const pictureWidthPercent: Upgrade = {
  name: 'picture-width-percent',
  kind: 'picture',
  node: ({ attrs: { share, ...attrs } = {}, ...picture }) => [
    { ...picture, attrs: { ...attrs, ...(share === undefined ? {} : { widthPercent: share }) } },
  ],
  keepsPositions: true,
  examples: [
    {
      before: {
        type: 'picture',
        attrs: { item: 'wall-1', width: 1200, height: 800, alt: 'A wall', description: '', share: 60, align: 'start' },
        content: [{ type: 'caption', content: [{ type: 'text', text: 'A caption' }] }],
      },
      after: [
        {
          type: 'picture',
          attrs: {
            item: 'wall-1',
            width: 1200,
            height: 800,
            alt: 'A wall',
            description: '',
            widthPercent: 60,
            align: 'start',
          },
          content: [{ type: 'caption', content: [{ type: 'text', text: 'A caption' }] }],
        },
      ],
    },
    {
      before: { type: 'picture', attrs: { item: 'wall-2' }, content: [{ type: 'caption' }] },
      after: [{ type: 'picture', attrs: { item: 'wall-2' }, content: [{ type: 'caption' }] }],
    },
  ],
}
