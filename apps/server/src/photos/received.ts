import type { Request, Response } from 'express';
import multer from 'multer';
import { MOST_PHOTO_BYTES } from '@udrel/contract/limits';
import { Refusal } from '../platform/errors';

const form = multer({
  storage: multer.memoryStorage(),
  limits: { fileSize: MOST_PHOTO_BYTES, files: 1, fields: 4, fieldSize: 500, parts: 6 },
}).single('photo');

/** The one picture of a form, and its fields. Nobody's form is read before it is known that he may send. */
export function received(
  request: Request,
  response: Response,
): Promise<{ bytes: Buffer; fields: Record<string, string> }> {
  return new Promise((resolve, reject) => {
    form(request, response, (error: unknown) => {
      const code = (error as { code?: string } | undefined)?.code;
      if (code === 'LIMIT_FILE_SIZE') reject(new Refusal(413, 'too-large', 'A photograph may have 20 MB at the most.'));
      else if (error) reject(new Refusal(400, 'unreadable', 'What was sent is not readable: send one picture.'));
      else if (!request.file) reject(new Refusal(422, 'no-picture', 'Send a picture in the field “photo”.'));
      else resolve({ bytes: request.file.buffer, fields: { ...(request.body as Record<string, string>) } });
    });
  });
}
