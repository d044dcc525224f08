import { readFile } from 'node:fs/promises';
import { PHONE, saved, seeded, visit } from './support.ts';

const house = seeded();

describe('Reports', () => {
  it('make a PDF for the client, ask for consent before a clinician, and give the readings as open files', async () => {
    const { page, context, problems } = await visit(house.browser, PHONE, house.server.address);
    await page.getByText('Sella Wrick').tap();
    await page.getByRole('button', { name: 'Reports and readings as files' }).tap();
    await page
      .getByText(/^Toe to wall .* ± /)
      .first()
      .waitFor();
    const save = async (name: string) => {
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name, exact: true }).tap(),
      ]);
      return readFile((await download.path())!);
    };
    const visitPdf = await save('Save as PDF');
    expect(visitPdf.subarray(0, 5).toString()).toBe('%PDF-');
    await page.getByRole('radio', { name: 'Progress' }).tap();
    await page.getByText(/^Of \d goals/).waitFor();
    expect((await save('Save as PDF')).length).toBeGreaterThan(5000);
    await page.getByRole('radio', { name: 'A clinician' }).tap();
    expect(await page.getByRole('button', { name: 'Save as PDF' }).isDisabled()).toBe(true);
    await page.getByRole('textbox', { name: 'Clinician' }).fill('Valley physiotherapy');
    await page.getByRole('button', { name: 'The client agreed today' }).tap();
    await page
      .getByText(/^Shared with the client’s consent, given on .*, with Valley physiotherapy\.$/)
      .waitFor();
    await saved(page);
    // Withdrawn, nothing goes out any more.
    await page
      .getByRole('button', { name: 'The client withdraws the consent for Valley physiotherapy' })
      .tap();
    await page.getByRole('textbox', { name: 'Clinician' }).waitFor();
    expect(await page.getByRole('button', { name: 'Save as PDF' }).isDisabled()).toBe(true);
    await saved(page);
    expect((await save('Readings as CSV')).toString()).toMatch(/^day,measure,name,side,value,unit/);
    const bundle = JSON.parse((await save('Readings as FHIR R4')).toString()) as {
      resourceType: string;
      entry: unknown[];
    };
    expect(bundle.resourceType).toBe('Bundle');
    expect(bundle.entry.length).toBeGreaterThan(10);
    expect(JSON.stringify(bundle)).not.toContain('Sella');
    expect(problems).toEqual([]);
    await context.close();
  });
});
