import { scheduleRows } from './bench/schedule'
import { print } from './bench/table'
print(await scheduleRows())
