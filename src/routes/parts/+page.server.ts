import { error } from '@sveltejs/kit';
import { choicesText, MOST_DEVICES, readDevice, readDevices, type TypedDevice } from '../../core/files/device-csv.ts';
import { DEVICE_CHOICES, DEVICE_FIELDS } from '../../core/kinds/device-fields.ts';
import { GENERIC_DEVICES } from '../../core/parts/devices.ts';
import { notTaken, problem, textOf } from '$lib/server/forms.ts';
import { signedIn } from '$lib/server/guard.ts';
import { addDevices, changeDevice, listDevices, removeDevice, restoreDevice } from '$lib/server/repositories/devices.ts';

const LARGEST = 1024 * 1024;
const FULL = `Your list would hold more than ${MOST_DEVICES} devices. Remove some first; nothing was stored.`;

export const load = async ({ locals }) => ({
  devices: await listDevices(signedIn(locals).id),
  // The page itself knows no kinds: those that have places for devices say what a device can have.
  fields: DEVICE_FIELDS,
  choices: DEVICE_CHOICES,
});

/** A device as a form types it: `for.x` are its choices, `param.x` its parameters. */
function typedDevice(form: FormData): TypedDevice {
  const named = (prefix: string) => [...form.keys()].filter((k) => k.startsWith(prefix)).map((k) => [k.slice(prefix.length), textOf(form, k, 80)] as const);
  return {
    sort: textOf(form, 'sort', 40),
    title: textOf(form, 'title', 200),
    for: choicesText(named('for.').filter(([, choice]) => choice)),
    params: Object.fromEntries(named('param.')),
  };
}

export const actions = {
  copy: async ({ locals, request }) => {
    const account = signedIn(locals);
    const title = textOf(await request.formData(), 'title', 200);
    const device = GENERIC_DEVICES.find((d) => d.title === title);
    if (!device) error(404, 'There is no such device among the typical ones.');
    if (!(await addDevices(account.id, [device]))) return problem('list', FULL);
    return { form: 'list', message: '', done: `“${title}” is on your list: open it to change it.` };
  },
  save: async ({ locals, request }) => {
    const account = signedIn(locals);
    const form = await request.formData();
    const id = textOf(form, 'id', 36);
    const typed = typedDevice(form);
    const read = readDevice(typed);
    if (!read.ok) return problem(id, read.issues.map((i) => `${i.path}: ${i.message}`).join('\n'), typed.params as Record<string, string>, 422);
    if (!(await changeDevice(account.id, id, read.device))) error(404, 'There is no such device on your list.');
    return { form: id, message: '', done: 'Kept.' };
  },
  remove: async ({ locals, request }) => {
    const id = textOf(await request.formData(), 'id', 36);
    const title = await removeDevice(signedIn(locals).id, id);
    if (title === null) error(404, 'There is no such device on your list.');
    return { form: 'list', message: '', done: `“${title}” is off your list.`, removed: id };
  },
  restore: async ({ locals, request }) => {
    const title = await restoreDevice(signedIn(locals).id, textOf(await request.formData(), 'id', 36));
    if (title === null) error(404, 'There is no such device to put back.');
    if (title === false) return problem('list', FULL);
    return { form: 'list', message: '', done: `“${title}” is on your list again.` };
  },
  import: async ({ locals, request }) => {
    const account = signedIn(locals);
    const file = (await request.formData()).get('file');
    if (!(file instanceof File) || file.size === 0) return problem('list', 'Choose a CSV file first.');
    if (file.size > LARGEST) return problem('list', 'The file is larger than 1 MB, which no list of devices is. Nothing was stored.', {}, 413);
    const read = readDevices(await file.text());
    if (!read.ok) return notTaken('list', read.issues);
    if (!(await addDevices(account.id, read.devices))) return problem('list', FULL);
    return { form: 'list', message: '', done: `${read.devices.length} ${read.devices.length === 1 ? 'device' : 'devices'} added to your list.` };
  },
};
