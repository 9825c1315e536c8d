import { afterEach, describe, expect, it, vi } from 'vitest';
import { asText, OUT_OF_REACH, send } from './send';

const answers = (status: number, body: string) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => new Response(body, { status }))
  );
afterEach(() => vi.unstubAllGlobals());

describe('what a page sends', () => {
  it('is JSON, or a text as it is, and the answer is given', async () => {
    answers(200, '{"id":"j"}');
    expect(await send('POST', '/api/jobs', { a: 1 })).toEqual({ ok: true, value: { id: 'j' } });
    expect(vi.mocked(fetch).mock.calls[0]![1]).toMatchObject({
      body: '{"a":1}',
      headers: { 'Content-Type': 'application/json' }
    });
    await send('PUT', '/api/x', 'a;b');
    expect(vi.mocked(fetch).mock.calls[1]![1]).toMatchObject({ body: 'a;b', headers: {} });
  });
  it('comes back with its fields, or with the message alone', async () => {
    answers(422, '{"problems":[{"path":"/lot","problem":"is empty"}]}');
    expect(await send('POST', '/', {})).toMatchObject({
      status: 422,
      problems: [{ path: '/lot', problem: 'is empty' }]
    });
    answers(409, '{"message":"Somebody was quicker.","by":"Ines"}');
    expect(await send('POST', '/', {})).toMatchObject({
      status: 409,
      problems: [{ path: '', problem: 'Somebody was quicker.' }],
      answer: { by: 'Ines' }
    });
  });
  it('is told apart from a server that is out of reach or answers no JSON', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(async () => Promise.reject(new TypeError('network')))
    );
    expect(await send('POST', '/', {})).toMatchObject({ ok: false, status: 0, problems: [{ problem: OUT_OF_REACH }] });
    answers(502, '<html>');
    expect(await send('POST', '/', {})).toMatchObject({ ok: false, status: 502, problems: [{ path: '' }] });
  });
  it('is wrong in one text', () =>
    expect(
      asText([
        { path: '', problem: 'One.' },
        { path: '/a', problem: 'two' }
      ])
    ).toBe('One. two.'));
});
