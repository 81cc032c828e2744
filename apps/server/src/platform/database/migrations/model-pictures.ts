import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Photographs on which the places of a model's sheet were shown. */
export class ModelPictures1796900000000 implements MigrationInterface {
  name = 'ModelPictures1796900000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`create table model_picture (
      id uuid primary key, model_id uuid not null, stage integer not null, content text not null,
      constraint "FK_dfb5767d682d54e45226791dc49" foreign key (model_id) references device_model (id))`);
    await runner.query('create unique index model_picture_stage on model_picture (model_id, stage)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('drop table model_picture');
  }
}
