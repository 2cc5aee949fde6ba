UPDATE setups
   SET follows = JSON_VALUE(snapshot, '$.cells.setup[0].payload.from.setup')
 WHERE JSON_VALUE(snapshot, '$.cells.setup[0].payload.from.as') = 'next-operation'
