export default {
  'grid.resizeNames': 'Drag to resize the name column',
  'grid.dragToMove': 'Drag to move',
  'grid.keys.nextField': 'next field; after the last month, into the next year',
  'grid.keys.firstLastMonth': 'first and last month; again: name, year total',
  'grid.keys.firstLastLine': 'first and last line',
  'grid.keys.screen': 'one screen of lines',
  'grid.keys.edit': 'edit the content',
  'grid.keys.editRule': 'edit the line’s rule',
  'grid.keys.clear': 'clear an exception; empty any other month',
  'grid.keys.addRange': 'add another range',
  'grid.allFigures': 'all figures',
  'grid.notAccepted': '“{text}” was not accepted. {message}',
} as const;
